import { mm, type Gauge, type Nm } from '@rook/core'

const gauge = (id: string, name: string, family: Gauge['family'], size: Nm, more: Partial<Gauge> = {}): Gauge => ({
  id,
  name,
  family,
  size,
  radii: null,
  uncertainty: mm(0.001),
  least: null,
  most: null,
  calibrated: '2026-06-01T00:00:00.000Z',
  due: '2027-06-01T00:00:00.000Z',
  state: 'in-use',
  doubtful: [],
  ...more,
})

export const GAUGES: Gauge[] = [
  gauge('finder', 'Finder 10', 'edge-finder', mm(10), { uncertainty: mm(0.005) }),
  gauge('finder-6', 'Finder 6', 'edge-finder', mm(6), { uncertainty: mm(0.005) }),
  gauge('probe', 'Probe 2', 'touch-probe', mm(6), {
    radii: { xPlus: mm(2.984), xMinus: mm(2.99), yPlus: mm(2.986), yMinus: mm(2.988) },
  }),
  gauge('shim', 'Shim 1.000', 'shim', mm(1)),
  gauge('feeler', 'Feeler 0.05', 'shim', mm(0.05)),
  gauge('block', 'Block 50', 'gauge-block', mm(50)),
  gauge('setter', 'Setter A', 'setter', mm(50)),
  gauge('master', 'Master 150', 'master-tool', mm(150)),
  gauge('ring', 'Ring 40', 'ring-gauge', mm(40), { uncertainty: mm(0.0005) }),
  gauge('pin-10', 'Pin 10', 'gauge-pin', mm(10)),
  gauge('height', 'Height gauge', 'height-gauge', mm(0), { uncertainty: mm(0.01) }),
  gauge('indicator', 'Indicator 0.01', 'indicator', mm(0), { uncertainty: mm(0.003) }),
  gauge('eye', 'By eye', 'by-eye', mm(0), { uncertainty: mm(0.25) }),
  gauge('mic', 'Micrometer 25', 'micrometer', mm(0), { uncertainty: mm(0.002) }),
  gauge('bore', 'Bore gauge 40', 'bore-gauge', mm(0), { uncertainty: mm(0.001) }),
  gauge('old-shim', 'Shim 0.5', 'shim', mm(0.5), { due: '2026-01-01T00:00:00.000Z' }),
  gauge('knocked', 'Pin 8', 'gauge-pin', mm(8), { state: 'disturbed' }),
  gauge('gone', 'Finder 4', 'edge-finder', mm(4), { state: 'withdrawn' }),
]
