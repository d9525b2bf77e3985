import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { assets, devices, failure, streams, type Agent } from './documents.ts'
import { faultOf, letOut, type Fault } from './faults.ts'
import type { PracticeMachine } from './machine.ts'
import { urlOf } from './url-of.ts'
import { Buffer as Observations, dataItemsOf, type Observation } from './observations.ts'

/** How often an agent looks at its machine. */
const LOOK = 50
const BOUNDARY = 'practice-agent'
const MOST = 1_000

/** An MTConnect agent of one machine over HTTP: `probe`, `current`, `sample` with sequence numbers, `asset`. */
export class MachineAgent {
  readonly server: Server
  fault: Fault = 'none'
  private readonly observations: Observations
  private readonly instance = Math.floor(Date.now() / 1000)
  private readonly looking: NodeJS.Timeout
  private frozen: Observation[] | null = null
  private turn = 0

  constructor(
    private readonly machine: PracticeMachine,
    private readonly other: (request: IncomingMessage, response: ServerResponse) => boolean = () => false,
  ) {
    this.observations = new Observations(dataItemsOf(machine))
    this.look()
    this.looking = setInterval(() => this.look(), LOOK)
    this.server = createServer((request, response) => {
      if (!this.other(request, response)) this.answer(request, response)
    })
  }

  stop(): void {
    clearInterval(this.looking)
    this.server.closeAllConnections()
    this.server.close()
  }

  private look(): void {
    this.observations.look(this.machine, new Date().toISOString())
  }

  private get agent(): Agent {
    return { instance: this.instance, created: new Date().toISOString(), buffer: this.observations }
  }

  private answer(request: IncomingMessage, response: ServerResponse): void {
    const url = urlOf(request)
    if (!url) return this.refuse(response, 400, 'INVALID_REQUEST', 'The address is not understood.')
    const [what, ...rest] = url.pathname.split('/').filter((part) => part !== '' && part !== this.machine.spec.id)
    if (faultOf(this.fault).drops) return void request.socket.destroy()
    if (rest.length > 0) return this.refuse(response, 404, 'UNSUPPORTED', `There is no ${url.pathname}.`)
    switch (what) {
      case undefined:
      case 'probe':
        return this.send(response, devices(this.machine, this.agent))
      case 'current':
        return this.send(response, this.said(this.observations.current()))
      case 'asset':
      case 'assets':
        return this.send(response, assets(this.machine, this.agent))
      case 'sample':
        return this.sample(url.searchParams, response)
      default:
        return this.refuse(response, 404, 'UNSUPPORTED', `There is no ${url.pathname}.`)
    }
  }

  private sample(asked: URLSearchParams, response: ServerResponse): void {
    const whole = (name: string, usual: number) => (asked.has(name) ? Number(asked.get(name)) : usual)
    const [from, count] = [whole('from', this.observations.first), whole('count', 100)]
    if (!Number.isInteger(from) || from < this.observations.first || from > this.observations.next)
      return this.refuse(response, 404, 'OUT_OF_RANGE', `from: ${this.observations.first} to ${this.observations.next}.`)
    if (!Number.isInteger(count) || count < 1 || count > MOST) return this.refuse(response, 404, 'OUT_OF_RANGE', `count: 1 to ${MOST}.`)
    if (!asked.has('interval')) return this.send(response, this.said(this.observations.from(from, count)))
    this.stream(response, from, count, Math.max(20, whole('interval', 100)), whole('heartbeat', 10_000))
  }

  /** Sends on and on: every `interval` milliseconds the values that have changed, and a heartbeat after `heartbeat` milliseconds without a change. */
  private stream(response: ServerResponse, from: number, count: number, interval: number, heartbeat: number): void {
    response.writeHead(200, { 'Content-Type': `multipart/x-mixed-replace;boundary=${BOUNDARY}`, 'Cache-Control': 'no-cache' })
    let next = from
    let told = 0
    const write = () => {
      if (faultOf(this.fault).drops) return void response.destroy()
      this.look()
      const seen = this.observations.from(next, count)
      if (seen.length === 0 && Date.now() - told < heartbeat) return
      told = Date.now()
      next = (seen.at(-1)?.sequence ?? next - 1) + 1
      const text = this.said(seen)
      const part = `--${BOUNDARY}\r\nContent-type: text/xml\r\nContent-length: ${Buffer.byteLength(text)}\r\n\r\n${text}\r\n`
      letOut(this.fault, () => void response.write(part))
    }
    const beating = setInterval(write, interval)
    write()
    response.on('close', () => clearInterval(beating))
  }

  /** A stream of observations, as the chosen fault lets it out. */
  private said(seen: readonly Observation[]): string {
    const { instead, repeats, length } = faultOf(this.fault)
    if (instead) return instead.document
    if (repeats) this.frozen ??= this.observations.current()
    else this.frozen = null
    this.turn++
    const out = (this.frozen ?? seen).map((one) => {
      if (one.item.type !== 'POSITION') return one
      return { ...one, value: length(Number(one.value), this.turn).toFixed(6) }
    })
    return streams(this.machine, this.agent, out)
  }

  private send(response: ServerResponse, text: string, status = 200): void {
    letOut(this.fault, () => {
      response.writeHead(status, { 'Content-Type': 'text/xml; charset=utf-8' })
      response.end(text)
    })
  }

  private refuse(response: ServerResponse, status: number, code: string, sentence: string): void {
    this.send(response, failure(this.agent, code, sentence), status)
  }
}
