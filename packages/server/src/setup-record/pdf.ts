import type { SetupRecord } from '@rook/contract'
import QRCode from 'qrcode'
import { formatExact, nm, unitWord, type LengthUnit } from '@rook/core'
import { drawZero } from './drawn.ts'
import type { Gathered } from './gathered.ts'
import { Page, QUIET, type Style } from './page.ts'
import type { Paper } from './paper.ts'

type Figure = SetupRecord['slots'][number]['figures'][number]
/** The picture of a note, by the checksum of its file. */
export type Pictures = ReadonlyMap<string, Buffer>

const BOLD: Style = { bold: true }
const SMALL: Style = { size: 8.5, colour: QUIET }
const QR_SIDE = 84
const PICTURE = { wide: 240, tall: 150 }

/**
 * The setup record on paper: what one would pin to the machine. Every figure is the text that the record has of it, digit for
 * digit; nothing is worked out here.
 * @param address where the setup is opened on a screen
 */
export async function asPdf({ record, scene, outline }: Gathered, paper: Paper, address: string, pictures: Pictures): Promise<Buffer> {
  const { part, operation, job, machine, setup, chain } = record
  const title = `${part.name}, rev ${part.revision}, ${operation.name}`
  const page = new Page(
    paper,
    title,
    `${record.shop.name}. Job ${job.number}, ${title}, on ${machine.name}. Written ${momentIn(record.written, record)}; entry ${chain.seq}, ${chain.hash.slice(0, 12)}${chain.seal ? `; seal ${chain.seal.day}, ${chain.seal.hash.slice(0, 12)}` : ''}.`,
  )
  const when = (at: string) => momentIn(at, record)
  heading(page, record, address)
  drawZero(page, scene, outline)

  page.heading('Slots')
  for (const { code, name, figures } of record.slots) group(page, code, name, figures, when)
  if (record.tools.length > 0) {
    page.heading('Tools')
    for (const { number, offset, diameterOffset, name, holder, assembly, figures } of record.tools)
      group(page, `T${number}`, [name, holder, assembly, `H${offset} D${diameterOffset}`].filter(Boolean).join(', '), figures, when)
  }
  if (record.gauges.length > 0) {
    page.heading('Measured with')
    for (const { name, size, calibrated } of record.gauges)
      page.text(`${name}, ${gaugeSize(size, machine.unit)}, ${calibrated ? `calibrated ${when(calibrated)}` : 'never calibrated'}`)
  }
  page.heading('Order of work')
  for (const { title: step, state, at, by, reason } of record.steps)
    page.row([
      { words: step, share: 5 },
      { words: state, share: 1.4, style: state === 'done' ? {} : BOLD },
      { words: [at && when(at), by, reason].filter(Boolean).join(', '), share: 6, style: SMALL },
    ])
  toSee(page, record)
  answers(page, record)
  page.heading('First run and parts')
  const { go, firstRun, parts } = record
  if (record.stands) page.text(record.stands.words)
  page.text(
    go
      ? `Go ${when(go.at)} by ${go.by}, with issue ${go.issue} of ${go.name}, SHA-256 ${go.hash.slice(0, 16)}.`
      : 'No go was given for a text of its program.',
  )
  page.text(
    firstRun
      ? `Proven ${when(firstRun.at)} by ${firstRun.by}: ${firstRun.observed}${firstRun.lapsed ? ` No longer: ${firstRun.lapsed}.` : ''}`
      : 'Not proven by a first run.',
  )
  page.text(
    `${parts.made} of ${job.quantity} made, ${parts.scrapped} scrapped${parts.reasons.length > 0 ? `: ${parts.reasons.join('; ')}` : ''}.`,
  )
  for (const { title: of, at, by } of record.corrections) page.text(`${of}, ${when(at)}, ${by}`, SMALL)
  notes(page, record, pictures, when)
  page.need(30)
  page.doc.moveDown(0.8)
  page.text(
    `Begun ${when(setup.startedAt)}${setup.endedAt ? `, ended ${when(setup.endedAt)}` : ', still set up'}. Edition ${setup.edition}.`,
    SMALL,
  )
  return page.end()
}

/** The record has a gauge's size in millimetres, exactly; a sheet has one unit. */
const gaugeSize = (size: string, unit: LengthUnit) => `${formatExact(nm(Math.round(Number(size) * 1e6)), unit)} ${unit}`

function heading(page: Page, record: SetupRecord, address: string): void {
  const { part, operation, job, machine } = record
  const { y } = page
  qr(page, address, page.left + page.width - QR_SIDE, y)
  const width = page.width - QR_SIDE - 16
  page.y = y
  page.text(`${part.name}, rev ${part.revision}`, { size: 18, bold: true }, page.left, width)
  page.text(`${operation.name} on ${machine.name}, job ${job.number}`, { size: 13 }, page.left, width)
  const facts = [
    `Part ${part.number}${part.material ? `, ${part.material}` : ''}`,
    operation.program && `Program ${operation.program}`,
    operation.fixture && `Fixture: ${operation.fixture}`,
    `${job.quantity} parts${job.due ? `, due ${dayIn(job.due)}` : ''}`,
    `Figures in ${unitWord(machine.unit)} as the control shows them`,
  ]
  for (const fact of facts) if (fact) page.text(fact, {}, page.left, width)
  page.y = Math.max(page.y, y + QR_SIDE + 4)
}

function qr(page: Page, address: string, left: number, top: number): void {
  const { modules } = QRCode.create(address, { errorCorrectionLevel: 'M' })
  const side = QR_SIDE / modules.size
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) page.doc.rect(left + column * side, top + row * side, side, side)
  page.doc.fill('#000')
  page.doc.link(left, top, QR_SIDE, QR_SIDE, address)
}

/** A slot or a tool: its figures a line each, with how far each can be trusted and since when. */
function group(page: Page, name: string, detail: string, figures: readonly Figure[], when: (at: string) => string): void {
  // A name alone at the foot of a page belongs to nothing.
  page.need(52)
  page.row(
    [
      { words: name, share: 2, style: { ...BOLD, size: 10.5 } },
      { words: detail, share: 9, style: SMALL },
    ],
    figures.length === 0,
  )
  if (figures.length === 0) page.text('unset', SMALL, page.left + 12)
  for (const { name: register, shown, standing, because, expandedShown, at, by } of figures)
    page.row([
      { words: `   ${register}`, share: 3.4 },
      { words: shown, share: 2.4, style: { ...BOLD, size: 11 } },
      { words: expandedShown === null ? '' : `\u00b1${expandedShown}`, share: 1.8, style: SMALL },
      {
        words: `${standing}${because ? `: ${because}` : ''}`,
        share: 3,
        style: standing === 'stale' || standing === 'disturbed' ? BOLD : {},
      },
      { words: `${when(at)}, ${by}`, share: 3.4, style: SMALL },
    ])
}

function notes(page: Page, { notes: all }: SetupRecord, pictures: Pictures, when: (at: string) => string): void {
  if (all.length === 0) return
  page.heading('Notes')
  for (const { words, at, by, file } of all) {
    if (words) page.text(words)
    page.text([`${by}, ${when(at)}`, file?.name].filter(Boolean).join('; '), SMALL)
    const picture = file && pictures.get(file.checksum)
    if (!picture) continue
    page.need(PICTURE.tall + 8)
    const { y } = page
    page.doc.image(picture, page.left, y + 3, { fit: [PICTURE.wide, PICTURE.tall] })
    page.y = y + PICTURE.tall + 8
  }
}

/** A moment in the shop's own time: "24 Nov 2026, 02:14". */
/** A day as moments are written beside it; it has no time zone, for it is a calendar’s. */
const dayIn = (day: string): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', day: 'numeric', month: 'short', year: 'numeric' }).format(
    new Date(`${day}T00:00:00Z`),
  )

const momentIn = (at: string, { shop }: SetupRecord): string =>
  new Intl.DateTimeFormat('en-GB', {
    timeZone: shop.timeZone,
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(at))

function toSee(page: Page, { toSee: all }: SetupRecord): void {
  if (all.length === 0) return
  page.heading('To be seen on the control')
  for (const { sentence, shown, seen } of all)
    page.row([
      { words: sentence, share: 6 },
      { words: shown, share: 2, style: BOLD },
      { words: seen ? 'seen' : 'not seen', share: 1.6, style: SMALL },
    ])
}

function answers(page: Page, { answers: all }: SetupRecord): void {
  if (all.length === 0) return
  page.heading('What was questioned, and what was said')
  for (const { title, sentence, reason, by, verdict } of all) {
    page.text(`${title}: ${sentence}`)
    page.text(`${verdict === 'stop' ? 'Released by ' : ''}${by}: ${reason}`, SMALL)
  }
}
