import { layoutOf, parseRegisterKey, propertyOf } from '../register/index.ts'
import type { Scene } from '../scene/index.ts'
import { crc32 } from './crc.ts'
import type { OutValue } from './out-value.ts'
import { figureIn, type OutLine } from './lines.ts'
import type { SettingTemplate } from './template.ts'

export interface Heading {
  shop: string
  by: string
  /** ISO time. */
  at: string
  /** Number and hash of the machine's last ledger entry. */
  seq: number
  hash: string
  /** The newest seal of the whole ledger: the day it was made on, and its hash. */
  seal: { day: string; hash: string } | null
}

/** Comments hold capital letters, digits and plain signs; brackets would end them. */
const comment = (text: string) =>
  `(${text
    .normalize('NFKD')
    .toUpperCase()
    .replace(/\u2212/g, '-')
    .replace(/[^A-Z0-9 .,:;+\-/*=#']/g, ' ')
    .replace(/ +/g, ' ')
    .replace(/ ([,;:])/g, '$1')
    .trim()})`

const HEAD = 12

const sealed = ({ seal }: Heading) => (seal ? `, seal ${seal.day} ${seal.hash.slice(0, HEAD)}` : '')

/**
 * The whole file: who made it, when, from which ledger entry, the lines, what is left out and why, and a check line
 * with the CRC-32 of everything before it, so that a file that was edited or cut off can be told.
 */
export function settingFile(
  { values, lines }: { values: readonly OutValue[]; lines: readonly OutLine[] },
  scene: Scene,
  template: SettingTemplate,
  heading: Heading,
): string {
  const { machine } = scene
  const counted = layoutOf(machine).countsLengths
    ? [comment(`Lengths as ${template.lengths.replace('-', ' ')}, cutters as ${template.diameters}`)]
    : []
  const body = [
    '%',
    comment(`${heading.shop}, ${machine.name}`),
    comment(`Values of ${heading.at.slice(0, 10)} ${heading.at.slice(11, 19)} UTC by ${heading.by}`),
    comment(`Ledger entry ${heading.seq}, ${heading.hash.slice(0, HEAD)}`),
    ...(heading.seal ? [comment(`Seal of ${heading.seal.day}, ${heading.seal.hash.slice(0, HEAD)}`)] : []),
    ...counted,
    `${machine.unit === 'mm' ? 'G21' : 'G20'} G90`,
    ...lines.map(({ text, registers }) => `${text} ${comment(saidOf(registers, values, scene))}`),
    ...values.filter(({ because }) => because !== null).map(({ name, because }) => comment(`${name} left out, ${because}`)),
  ]
  const text = body.map((line) => `${line}\r\n`).join('')
  return `${text}${comment(`Check ${crc32(text)}`)}\r\nM30\r\n%\r\n`
}

/** What a line is about: the slot, or the register with its tool and how far it can be trusted. */
function saidOf(registers: readonly string[], values: readonly OutValue[], { tools }: Scene): string {
  const register = parseRegisterKey(registers[0]!)
  const value = values.find((one) => one.register === registers[0])!
  if (register.family !== 'tool') return registers.length > 1 ? value.name.replace(/ \S+$/, '') : `${value.name}, ${value.word}`
  const tool = tools.find((one) => one[propertyOf(register).number] === register.slot)
  const name = registers.length > 1 ? value.name.split(' ')[0]! : value.name
  return [name, tool?.name, value.word].filter(Boolean).join(', ')
}

/** The same values as comma-separated lines, each in its own unit. */
export function valuesTable(values: readonly OutValue[], scene: Scene, template: SettingTemplate, heading: Heading): string {
  const quote = (text: string) => (/[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text)
  const units = { length: scene.machine.unit, angle: 'deg', whole: '' }
  const rows = [
    ['register', 'value', 'unit', 'standing', 'entry', 'left out'],
    ...values.map(({ register, name, out, word, entry, because }) => {
      const ref = parseRegisterKey(register)
      return [
        name,
        out === null ? '' : figureIn(ref, out, scene.machine, template.decimals),
        units[propertyOf(ref).holds],
        word,
        entry,
        because ?? '',
      ]
    }),
  ]
  const text = rows.map((row) => `${row.map(quote).join(',')}\r\n`).join('')
  const head = `# ${scene.machine.name}, ${heading.at} UTC by ${heading.by}, ledger entry ${heading.seq} ${heading.hash.slice(0, HEAD)}${sealed(heading)}\r\n`
  return `${head}${text}# check ${crc32(ascii(head + text))}\r\n`
}

/** What the check is taken over: characters beyond ASCII count as a question mark, whatever encoding carried them. */
export const ascii = (text: string): string => text.replace(/[^\x00-\x7f]/g, '?') // eslint-disable-line no-control-regex
