import type { IncomingMessage, ServerResponse } from 'node:http'
import type { MachineAgent } from './agent.ts'
import { urlOf } from './url-of.ts'
import { FAULTS, isFault } from './faults.ts'
import type { LineChannel } from './line-channel.ts'
import type { PracticeMachine } from './machine.ts'
import { DISPLAYS, Refusal } from './machine.ts'

const MOST = 10_000

/** What a person at the machine can do with it, as JSON over HTTP: `GET panel` shows, `POST panel` presses. */
export class Panel {
  agent: MachineAgent | null = null
  /** The newest line that a gauge has written. */
  private said: string | null = null

  constructor(
    private readonly machine: PracticeMachine,
    private readonly channel: LineChannel,
  ) {}

  /** True where the request was for the panel. */
  serve(request: IncomingMessage, response: ServerResponse): boolean {
    if (urlOf(request)?.pathname !== '/panel') return false
    const send = (status: number, body: unknown) => {
      response.writeHead(status, { 'Content-Type': 'application/json', 'Cache-Control': 'no-store' })
      response.end(JSON.stringify(body))
    }
    if (request.method === 'GET') {
      send(200, this.shown())
      return true
    }
    let text = ''
    request.setEncoding('utf8')
    request.on('data', (part: string) => {
      text += part
      if (text.length > MOST) request.destroy()
    })
    request.on('end', () => {
      try {
        this.press(JSON.parse(text) as Record<string, unknown>)
        send(200, this.shown())
      } catch (error) {
        if (error instanceof Refusal) send(409, { refused: error.message })
        else if (error instanceof SyntaxError || error instanceof TypeError) send(400, { refused: 'NOT UNDERSTOOD' })
        else throw error
      }
    })
    return true
  }

  shown() {
    const { machine } = this
    const { spec } = machine
    const places = machine.axes.map((axis) => ({
      axis,
      ...Object.fromEntries(DISPLAYS.map((display) => [display, machine.shown(display, axis)])),
    }))
    return {
      id: spec.id,
      name: spec.name,
      kind: spec.kind,
      unit: spec.unit,
      increment: spec.increment,
      places,
      homed: machine.homed,
      moving: machine.moving,
      touching: machine.moving ? null : machine.touching,
      alarm: machine.alarm,
      tool: machine.tool?.id ?? null,
      tools: spec.tools.map(({ id, name }) => ({ id, name })),
      slot: machine.slot,
      slots: spec.slots,
      between: machine.between,
      betweens: spec.between.map(({ id, name }) => ({ id, name })),
      cutsByHand: spec.bar !== undefined,
      gauges: spec.gauges.map(({ id, name }) => ({ id, name })),
      features: machine.features,
      made: machine.made.length,
      registers: machine.registers,
      view: machine.view,
      travels: spec.axes,
      said: this.said,
      table: machine.table(),
      fault: this.agent?.fault ?? 'none',
      faults: Object.entries(FAULTS).map(([id, { what }]) => ({ id, what })),
    }
  }

  private press(pressed: Record<string, unknown>): void {
    const { machine } = this
    const text = (name: string) => String((pressed[name] as string | number | null | undefined) ?? '')
    const distance = () => Number(pressed.distance)
    const does: Record<string, () => void> = {
      home: () => machine.home(),
      jog: () => machine.jog(text('axis'), distance()),
      touch: () => machine.feedToTouch(text('axis'), distance()),
      cut: () => machine.cut(text('axis'), distance()),
      tool: () => machine.take(text('tool')),
      slot: () => machine.choose(text('slot')),
      between: () => machine.lay(text('between') || null),
      relative: () => machine.zeroRelative(text('axis')),
      reset: () => machine.reset(),
      hold: () => machine.hold(),
      type: () => machine.type(text('register'), text('figure')),
      run: () => void machine.runProgram(),
      measure: () => this.measure(text('gauge'), text('feature')),
      table: () => {
        const done = machine.setTable(text('table'))
        if ('because' in done) throw new Refusal(`LINE ${done.line}: ${done.because}`)
      },
      fault: () => this.setFault(text('fault')),
    }
    const act = Object.hasOwn(does, text('press')) ? does[text('press')] : undefined
    if (!act) throw new Refusal('NO SUCH KEY')
    act()
  }

  private measure(id: string, feature: string): void {
    const gauge = this.machine.spec.gauges.find((one) => one.id === id)
    if (!gauge) throw new Refusal(`THERE IS NO ${id}`)
    this.said = this.channel.measured(gauge, this.machine.measure(gauge, feature))
  }

  private setFault(fault: string): void {
    if (!isFault(fault)) throw new Refusal(`THERE IS NO ${fault}`)
    if (this.agent) this.agent.fault = fault
    this.channel.fault = fault
  }
}
