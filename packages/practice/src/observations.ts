import type { PracticeMachine } from './machine.ts'

/** A piece of data that an agent offers, as MTConnect's information model describes it. */
export interface DataItem {
  id: string
  component: string
  category: 'SAMPLE' | 'EVENT'
  /** As a device model writes it: `POSITION`; an element of a stream is called `Position`. */
  type: string
  subType?: string
  coordinateSystem?: 'MACHINE' | 'WORK'
  units?: string
  read(machine: PracticeMachine): string
}

export interface Component {
  id: string
  type: string
  name: string
  parent: string | null
}

const figure = (value: number) => value.toFixed(6)

/** The parts of a machine that its agent speaks of. */
export function componentsOf({ spec }: PracticeMachine): Component[] {
  return [
    { id: 'axes', type: 'Axes', name: 'axes', parent: null },
    ...Object.keys(spec.axes).map((axis) => ({ id: axis.toLowerCase(), type: 'Linear', name: axis, parent: 'axes' })),
    { id: 'controller', type: 'Controller', name: 'controller', parent: null },
    { id: 'path', type: 'Path', name: 'path', parent: 'controller' },
  ]
}

/** All that an agent offers of a machine. X of a lathe is sent as its display shows it. */
export function dataItemsOf(machine: PracticeMachine): DataItem[] {
  const event = (id: string, component: string, type: string, read: DataItem['read']): DataItem => ({
    id,
    component,
    category: 'EVENT',
    type,
    read,
  })
  const position = (axis: string, coordinateSystem: 'MACHINE' | 'WORK'): DataItem => ({
    id: `${axis.toLowerCase()}-${coordinateSystem.toLowerCase()}`,
    component: axis.toLowerCase(),
    category: 'SAMPLE',
    type: 'POSITION',
    subType: 'ACTUAL',
    coordinateSystem,
    units: 'MILLIMETER',
    read: (at) => figure(at.shown(coordinateSystem === 'MACHINE' ? 'machine' : 'part', axis)),
  })
  return [
    event('avail', 'device', 'AVAILABILITY', () => 'AVAILABLE'),
    ...machine.axes.flatMap((axis) => [position(axis, 'MACHINE'), position(axis, 'WORK')]),
    event('mode', 'controller', 'CONTROLLER_MODE', ({ running }) => (running ? 'AUTOMATIC' : 'MANUAL')),
    event('execution', 'path', 'EXECUTION', ({ running, alarm }) => (alarm ? 'STOPPED' : running ? 'ACTIVE' : 'READY')),
    event('program', 'path', 'PROGRAM', ({ spec }) => spec.program),
    event('tool', 'path', 'TOOL_NUMBER', ({ tool }) => String(tool?.number ?? 0)),
    event('offset', 'path', 'WORK_OFFSET', ({ slot }) => slot),
    event('parts', 'path', 'PART_COUNT', ({ made }) => String(made.length)),
  ]
}

export interface Observation {
  sequence: number
  item: DataItem
  value: string
  /** ISO time. */
  at: string
}

/** What an agent remembers: each change with its number, the oldest forgotten. */
export class Buffer {
  private readonly kept: Observation[] = []
  private readonly newest = new Map<string, Observation>()
  next = 1

  constructor(
    readonly items: readonly DataItem[],
    readonly size = 4_096,
  ) {}

  get first(): number {
    return this.kept[0]?.sequence ?? this.next
  }

  /** Looks at the machine, and keeps what has changed since the last look. */
  look(machine: PracticeMachine, at: string): void {
    for (const item of this.items) {
      const value = item.read(machine)
      if (this.newest.get(item.id)?.value === value) continue
      const seen = { sequence: this.next++, item, value, at }
      this.newest.set(item.id, seen)
      this.kept.push(seen)
      if (this.kept.length > this.size) this.kept.shift()
    }
  }

  current(): Observation[] {
    return [...this.newest.values()]
  }

  from(sequence: number, count: number): Observation[] {
    return this.kept.filter((one) => one.sequence >= sequence).slice(0, count)
  }
}
