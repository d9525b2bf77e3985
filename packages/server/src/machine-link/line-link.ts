import { connect, type Socket } from 'node:net'
import { nm, readLength, type Nm } from '@rook/core'
import { pause, Waits } from './waits.ts'

const LONGEST_LINE = 400
const MOST = 400_000
const PATIENCE = 8_000
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
  link: 'waiting' | 'on' | 'lost'
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

/** Holds a line channel open: takes what gauges write, and asks for the table or sends one, one question at a time. */
export class LineLink {
  readonly state: LineState = { link: 'waiting', because: null, gauge: null }
  private readonly ended = new AbortController()
  private readonly waits = new Waits()
  private socket: Socket | null = null
  private question: {
    lines: string[]
    done: (lines: string[]) => boolean
    resolve: (lines: string[]) => void
    reject: (error: Error) => void
  } | null = null
  private turn: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly address: string,
    private readonly changed: () => void,
  ) {
    void this.run()
  }

  stop(): void {
    this.ended.abort()
    this.socket?.destroy()
  }

  /** The control's table, as the lines that would set it. */
  read(): Promise<string> {
    return this.ask('READ', (lines) => lines.length > 1 && lines[0] === '%' && lines.at(-1) === '%').then((lines) => {
      if (lines[0]?.startsWith('REFUSED')) throw new NoAnswer(`The machine refuses: ${lines[0]}.`)
      return lines.join('\r\n')
    })
  }

  /** Sends a table; null where the machine has taken it, or what it said. */
  async write(text: string): Promise<string | null> {
    const body = text.split(/\r?\n/).filter((line) => line.trim() !== '' && line.trim() !== '%')
    const [line] = await this.ask(['WRITE', '%', ...body, '%'].join('\r\n'), (lines) => /^(OK|REFUSED)/.test(lines.at(-1) ?? ''))
    return line?.startsWith('OK') ? null : (line ?? '')
  }

  private ask(text: string, done: (lines: string[]) => boolean): Promise<string[]> {
    const next = this.turn.then(
      () =>
        new Promise<string[]>((resolve, reject) => {
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
            done: (lines) => lines[0]?.startsWith('REFUSED') === true || done(lines),
            resolve: (lines) => {
              end()
              resolve(lines)
            },
            reject: fail,
          }
          socket.write(`${text}\r\n`)
        }),
    )
    this.turn = next.catch(() => undefined)
    return next
  }

  private async run(): Promise<void> {
    while (!this.ended.signal.aborted) {
      await this.hold()
      if (this.ended.signal.aborted) return
      this.say('lost', 'Nobody answers on the line channel.')
      await pause(this.waits.next(), this.ended.signal)
    }
  }

  /** Until the connection ends. */
  private hold(): Promise<void> {
    const [host, port] = [
      this.address.slice(0, this.address.lastIndexOf(':')),
      Number(this.address.slice(this.address.lastIndexOf(':') + 1)),
    ]
    return new Promise((resolve) => {
      const socket = connect({ host, port })
      socket.setEncoding('latin1')
      socket.setKeepAlive(true, 2_000)
      let waiting = ''
      socket.on('connect', () => {
        this.socket = socket
        this.waits.worked()
        this.say('on', null)
      })
      socket.on('data', (text: string) => {
        const lines = (waiting + text).split(/\r?\n/)
        waiting = lines.pop()!
        if (waiting.length > LONGEST_LINE) return void socket.destroy()
        for (const line of lines) this.take(line.trim())
      })
      socket.on('error', () => socket.destroy())
      socket.on('close', () => {
        this.socket = null
        this.question?.reject(new NoAnswer('The line channel broke off before the answer was complete.'))
        resolve()
      })
    })
  }

  private take(line: string): void {
    const figure = readGaugeLine(line)
    if (figure) {
      this.state.gauge = { ...figure, at: Date.now() }
      return this.say('on', null)
    }
    const { question } = this
    if (!question) return this.say('on', line === '' ? null : `It wrote “${printable(line)}”, which is no figure of a gauge.`)
    question.lines.push(line)
    if (question.lines.reduce((sum, one) => sum + one.length, 0) > MOST) return void this.socket?.destroy()
    if (question.done(question.lines)) question.resolve(question.lines)
  }

  private say(link: LineState['link'], because: string | null): void {
    this.state.link = link
    this.state.because = because
    this.changed()
  }
}

const printable = (line: string) => line.replace(/[^\x20-\x7e]/g, '?').slice(0, 40)
