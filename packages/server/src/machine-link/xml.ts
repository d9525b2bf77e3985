import { SaxesParser } from 'saxes'

/** Largest document that an agent may send. */
export const MOST_BYTES = 4_000_000
/** Read in pieces of so many characters, a few milliseconds each. */
const PIECE = 32_000
const DEEPEST = 60

/** What an agent sent cannot be used; the sentence is for whoever looks after the connection. */
export class Unusable extends Error {}

type Attributes = Readonly<Record<string, string>>

/** An element at its end: where it stood, what it and those around it say, and its own text. Names are without their prefix. */
export interface Element {
  path: readonly string[]
  attributes: Attributes
  /** The attributes of the elements around it, the outermost first. */
  parents: readonly Attributes[]
  text: string
}

const local = (name: string) => name.slice(name.indexOf(':') + 1)

/** Every element of a document, in the order in which they end; null between two pieces, where a reader may pause. */
export function* elementsOf(text: string): Generator<Element | null> {
  if (text.length > MOST_BYTES) throw new Unusable('It sends a document that is larger than 4 MB.')
  const open: { name: string; attributes: Attributes; text: string }[] = []
  let ended: Element[] = []
  const parser = new SaxesParser({ fragment: false })
  parser.on('doctype', () => {
    throw new Unusable('It sends a document with entities of its own, which is not read.')
  })
  parser.on('error', () => {
    throw new Unusable('It sends what is no XML.')
  })
  parser.on('opentag', ({ name, attributes }) => {
    open.push({ name: local(name), attributes: attributes as Attributes, text: '' })
    if (open.length > DEEPEST) throw new Unusable(`It sends a document that is nested more than ${DEEPEST} deep.`)
  })
  const say = (more: string) => {
    const own = open.at(-1)
    // Longer texts are nothing that is looked at.
    if (own && own.text.length < 400) own.text += more.slice(0, 400)
  }
  parser.on('text', say)
  parser.on('cdata', say)
  parser.on('closetag', () => {
    const path = open.map(({ name }) => name)
    const own = open.pop()!
    ended.push({ path, attributes: own.attributes, parents: open.map(({ attributes }) => attributes), text: own.text })
  })
  const take = function* () {
    yield* ended
    ended = []
    yield null
  }
  for (let at = 0; at < text.length; at += PIECE) {
    parser.write(text.slice(at, at + PIECE))
    yield* take()
  }
  parser.close()
  yield* take()
}
