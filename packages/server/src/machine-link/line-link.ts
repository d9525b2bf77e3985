import { connect, type Socket } from 'node:net'
import { readAddress } from '@rook/contract'
import { nm, readLength, type Nm } from '@rook/core'
import { guarded, judgeNumber, Unreachable, type Reach } from './reach.ts'
import { pause, Waits } from './waits.ts'

const LONGEST_LINE = 400
/** An answer is no longer, in letters and in lines; what nobody asked for is no more in a second. */
const [MOST, MOST_LINES, MOST_UNASKED] = [400_000, 20_000, 100_000]
const PATIENCE = 8_000
const SPOILT = 5_000
/** A gauge on the channel: its name, a figure and the unit. */
const FIGURE = /^([\w-]{1,40}) ([+-]?(?:\d+\.?\d*|\.\d+)) (mm|in)$/

export interface GaugeFigure {
  gauge: string
  /** As it came. */
  text: string
  value: Nm
  at: number
}

export interface LineState {
  link: 'waiting' | 'on' | 'lost' | 'wrong'
  because: string | null
  gauge: GaugeFigure | null
}

/** A line that a gauge has written, as a figure; null for any other line. */
export function readGaugeLine(line: string): Omit<GaugeFigure, 'at'> | null {
  const [, gauge, figure, unit] = FIGURE.exec(line) ?? []
  if (!gauge) return null
  const text = `${figure} ${unit}`
  const read = readLength(text, { unit: 'mm', name: gauge, grid: nm(1) })
  return read.kind === 'length' ? { gauge, text, value: read.value } : null
}

/** What a machine did with a question on its line channel. */
export class NoAnswer extends Error {}
/** Nothing was even asked. */
export class NotOpen extends NoAnswer {}

/** Whoever asked was told meanwhile that nothing is sent, and so it is not. */
export class GivenUp extends NoAnswer {}

/** Holds a line channel open: takes what gauges write, and asks for the table or sends one, one question at a time. */
export class LineLink {
  readonly state: LineState = { link: 'waiting', because: null, gauge: null }
  private readonly ended = new AbortController()
  private readonly waits = new Waits()
  private socket: Socket | null = null
  private question: {
    lines: string[]
    letters: number
    done: (lines: string[]) => boolean
    resolve: (lines: string[]) => void
    reject: (error: Error) => void
  } | null = null
  private turn: Promise<unknown> = Promise.resolve()
  private unasked = { since: 0, letters: 0 }

  constructor(
    private readonly address: string,
    private readonly reach: () => Reach,
    private readonly changed: () => void,
  ) {
    // Whatever goes wrong here is this channel's own, and is told on its machine.
    this.run().catch((error: unknown) => this.say('wrong', `The line channel has failed: ${printable((error as Error).message)}.`))
  }

  stop(): void {
    this.ended.abort()
    this.socket?.destroy()
  }

  /** The control's table, as the lines that would set it. */
  read(): Promise<string> {
    return this.ask('READ', (lines) => lines.length > 1 && lines[0] === '%' && lines.at(-1) === '%').then((lines) => {
      const last = lines.at(-1) ?? ''
      if (last.startsWith('REFUSED')) throw new NoAnswer(`The machine refuses: ${printable(last)}.`)
      return lines.join('\r\n')
    })
  }

  /**
   * Sends a table; null where the machine has taken it, or what it said.
   * @param begin asked right before the first byte leaves; where it says no, nothing is sent
   */
  async write(text: string, begin: () => Promise<boolean> = () => Promise.resolve(true)): Promise<string | null> {
    const body = text.split(/\r?\n/).filter((line) => line.trim() !== '' && line.trim() !== '%')
    const lines = await this.ask(['WRITE', '%', ...body, '%'].join('\r\n'), (said) => /^(OK|REFUSED)/.test(said.at(-1) ?? ''), begin)
    // The line that ended it is the answer; an echo or a message may stand before it.
    const answer = lines.at(-1) ?? ''
    return answer.startsWith('OK') ? null : printable(answer)
  }

  private ask(
    text: string,
    done: (lines: string[]) => boolean,
    begin: () => Promise<boolean> = () => Promise.resolve(true),
  ): Promise<string[]> {
    const next = this.turn.then(async () => {
      if (this.socket && !(await begin())) throw new GivenUp('It was given up before it could be sent.')
      return this.put(text, done)
    })
    this.turn = next.catch(() => undefined)
    return next
  }

  private put(text: string, done: (lines: string[]) => boolean): Promise<string[]> {
    return new Promise<string[]>((resolve, reject) => {
      const { socket } = this
      if (!socket || this.state.link !== 'on') return reject(new NotOpen('The line channel is not open.'))
      const timer = setTimeout(() => {
        // What comes later would pass for the answer to the next question.
        socket.destroy()
        fail(new NoAnswer(`The machine has not answered within ${PATIENCE / 1000} s.`))
      }, PATIENCE)
      const end = () => {
        clearTimeout(timer)
        this.question = null
      }
      const fail = (error: Error) => {
        end()
        reject(error)
      }
      this.question = {
        lines: [],
        letters: 0,
        done: (lines) => lines.at(-1)?.startsWith('REFUSED') === true || done(lines),
        resolve: (lines) => {
          end()
          resolve(lines)
        },
        reject: fail,
      }
      socket.write(`${text}\r\n`)
    })
  }

  private async run(): Promise<void> {
    while (!this.ended.signal.aborted) {
      const wrong = await this.hold()
      if (this.ended.signal.aborted) return
      if (wrong) this.say('wrong', wrong)
      else this.say('lost', 'Nobody answers on the line channel.')
      // A channel that floods is not asked again at once.
      await pause(wrong ? SPOILT : this.waits.next(), this.ended.signal)
    }
  }

  /** Until the connection ends. @returns what is wrong with the channel, where it is not just gone */
  private hold(): Promise<string | null> {
    const address = readAddress(this.address)
    if (!address) return Promise.resolve('Its address is none: a name or four numbers, and a port from 1 to 65535.')
    return new Promise((resolve) => {
      let wrong: string | null = null
      const failed = (error: Error) => {
        if (error instanceof Unreachable) wrong = error.message
      }
      try {
        judgeNumber(address, this.reach())
      } catch (error) {
        failed(error as Error)
        return resolve(wrong)
      }
      const socket = connect({ ...address, lookup: guarded(address.port, this.reach) })
      const tooMuch = (sentence: string) => {
        wrong = sentence
        socket.destroy()
      }
      socket.setEncoding('latin1')
      socket.setKeepAlive(true, 2_000)
      let waiting = ''
      socket.on('connect', () => {
        this.socket = socket
        this.waits.worked()
        this.say('on', null)
      })
      socket.on('data', (text: string) => {
        if (this.isTooMuch(text)) return tooMuch('It writes more than anybody asked for.')
        const lines = (waiting + text).split(/\r?\n/)
        waiting = lines.pop()!
        if (waiting.length > LONGEST_LINE) return tooMuch(`It writes lines of more than ${LONGEST_LINE} letters.`)
        for (const line of lines) {
          if (line.length > LONGEST_LINE) return tooMuch(`It writes lines of more than ${LONGEST_LINE} letters.`)
          this.take(line.trim(), tooMuch)
          if (socket.destroyed) return
        }
      })
      socket.on('error', (error) => {
        failed(error)
        socket.destroy()
      })
      socket.on('close', () => {
        this.socket = null
        this.question?.reject(new NoAnswer(wrong ?? 'The line channel broke off before the answer was complete.'))
        resolve(wrong)
      })
    })
  }

  /** Nobody writes faster than this by hand; a machine that does would keep the others waiting. */
  private isTooMuch(text: string): boolean {
    if (this.question) return false
    const now = performance.now()
    if (now - this.unasked.since > 1_000) this.unasked = { since: now, letters: 0 }
    this.unasked.letters += text.length
    return this.unasked.letters > MOST_UNASKED
  }

  private take(line: string, tooMuch: (sentence: string) => void): void {
    const figure = readGaugeLine(line)
    if (figure) {
      this.waits.worked()
      this.state.gauge = { ...figure, at: performance.now() }
      return this.say('on', null)
    }
    const { question } = this
    if (!question) return this.say('on', line === '' ? null : `It wrote “${printable(line)}”, which is no figure of a gauge.`)
    question.lines.push(line)
    question.letters += line.length
    if (question.letters > MOST || question.lines.length > MOST_LINES) return tooMuch('Its answer is longer than a table can be.')
    if (!question.done(question.lines)) return
    this.waits.worked()
    question.resolve(question.lines)
  }

  private say(link: LineState['link'], because: string | null): void {
    this.state.link = link
    this.state.because = because
    this.changed()
  }
}

const printable = (line: string) => line.replace(/[^\x20-\x7e]/g, '?').slice(0, 40)
