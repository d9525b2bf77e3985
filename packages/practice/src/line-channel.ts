import { createServer, type Server, type Socket } from 'node:net'
import { faultOf, letOut, type Fault } from './faults.ts'
import type { PracticeMachine } from './machine.ts'
import type { TrueGauge } from './spec.ts'

const MOST = 60_000
/** What a shop's serial-to-network box carries: ASCII, a line an answer. */
const END = '\r\n'

/**
 * The line channel of a machine: its gauges write a line whenever somebody measures, and who asks for the table gets it.
 * Asked: `READ`, or `WRITE`, the lines, `%`. Answered: the lines and `%`, or one line `OK n` or `REFUSED line because`.
 */
export class LineChannel {
  readonly server: Server
  fault: Fault = 'none'
  private readonly sockets = new Set<Socket>()
  private turn = 0

  constructor(private readonly machine: PracticeMachine) {
    this.server = createServer((socket) => this.serve(socket))
  }

  /** A gauge's key was pressed: its figure goes to whoever listens. */
  measured(gauge: TrueGauge, value: number): string {
    const { instead, length } = faultOf(this.fault)
    const shown = length(value, ++this.turn) / (gauge.unit === 'in' ? 25.4 : 1)
    const decimals = Math.max(0, Math.round(-Math.log10(gauge.step / (gauge.unit === 'in' ? 25.4 : 1))))
    const line = `${gauge.id} ${instead?.figure ?? shown.toFixed(decimals)} ${gauge.unit}`
    for (const socket of this.sockets) this.write(socket, line)
    return line
  }

  stop(): void {
    for (const socket of this.sockets) socket.destroy()
    this.server.close()
  }

  private serve(socket: Socket): void {
    this.sockets.add(socket)
    let waiting = ''
    /** Lines of a table that is coming in; null while none is. */
    let table: string[] | null = null
    socket.setEncoding('latin1')
    socket.on('close', () => this.sockets.delete(socket))
    socket.on('error', () => socket.destroy())
    socket.on('data', (text: string) => {
      if (faultOf(this.fault).drops) return void socket.destroy()
      waiting += text
      if (waiting.length > MOST) return void socket.destroy()
      const lines = waiting.split(/\r?\n/)
      waiting = lines.pop()!
      for (const line of lines) table = this.take(socket, line.trim(), table)
    })
  }

  private take(socket: Socket, line: string, table: string[] | null): string[] | null {
    if (table) {
      // A table is framed by % before and after, as a program is.
      if (line !== '%' || table.every((one) => one === '%' || one === '')) return [...table, line]
      const done = this.machine.setTable(table.join('\n'))
      this.write(socket, 'set' in done ? `OK ${done.set}` : `REFUSED ${done.line} ${done.because}`)
      return null
    }
    if (line === 'WRITE') return []
    if (line === 'READ')
      this.write(
        socket,
        ['%', this.machine.spec.unit === 'in' ? 'G20 G90' : 'G21 G90', this.machine.table(), '%'].filter(Boolean).join(END),
      )
    else if (line !== '') this.write(socket, 'REFUSED 1 UNKNOWN')
    return null
  }

  private write(socket: Socket, text: string): void {
    const said = faultOf(this.fault).instead?.line ?? text
    letOut(this.fault, () => void socket.write(said + END))
  }
}
