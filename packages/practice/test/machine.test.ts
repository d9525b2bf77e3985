import { describe, expect, it } from 'vitest'
import { Bar } from '../src/bar.ts'
import { Refusal, PracticeMachine } from '../src/machine.ts'
import type { PracticeSpec } from '../src/spec.ts'
import { A_LATHE, A_MILL } from '../src/examples.ts'

/** A machine and its clock, which goes on until whatever moves has arrived. */
function at(spec: PracticeSpec) {
  let now = 0
  const machine = new PracticeMachine(spec, () => now)
  const settle = () => (now += 600_000)
  const after = (act: () => void) => {
    act()
    settle()
    return machine
  }
  after(() => machine.home())
  return {
    machine,
    wait: (ms: number) => (now += ms),
    jog: (axis: string, distance: number) => after(() => machine.jog(axis, distance)),
    touch: (axis: string, distance: number) => after(() => machine.feedToTouch(axis, distance)).shown('machine', axis),
    cut: (axis: string, distance: number) => after(() => machine.cut(axis, distance)),
  }
}

/** The finder's tip below the top of the flange, in front of its left side. */
function beside(spec = A_MILL) {
  const mill = at(spec)
  mill.machine.take('finder')
  mill.jog('X', -320)
  mill.jog('Y', -170)
  mill.jog('Z', -325)
  return mill
}

describe('a mill is touched', () => {
  it('where a radius before the face lies', () => {
    // The left side stands at \u2212300; the finder\u2019s radius is 5.
    expect(beside().touch('X', 50)).toBeCloseTo(-305, 6)
  })

  it('by a shim before the face', () => {
    const mill = beside()
    mill.machine.lay('shim-1')
    expect(mill.touch('X', 50)).toBeCloseTo(-306, 6)
  })

  it('from above with the reach over the face, and inside a bore', () => {
    const mill = at(A_MILL)
    mill.machine.take('T4')
    mill.jog('X', -280)
    mill.jog('Y', -150)
    // Top at \u2212400, reach 100.
    expect(mill.touch('Z', -400)).toBeCloseTo(-300, 6)
    mill.jog('Z', 50)
    mill.machine.take('finder')
    mill.jog('X', 30)
    mill.jog('Y', -20)
    mill.jog('Z', -80)
    // Bore \u00d834 about \u2212250: 17 \u2212 5 on each side of it.
    expect(mill.touch('X', 30)).toBeCloseTo(-238, 6)
    mill.jog('X', -2)
    expect(mill.touch('X', -30)).toBeCloseTo(-262, 6)
  })

  it('on a part that lies turned, along its own side', () => {
    const turned = {
      ...A_MILL,
      solids: [{ ...A_MILL.solids[0]!, section: { kind: 'box' as const, x: [-300, -200] as const, y: [-200, -140] as const, turned: 1 } }],
    }
    const first = beside(turned).touch('X', 50)
    const mill = beside(turned)
    mill.jog('Y', -20)
    // Over 20 mm a degree comes to 20 tan 1\u00b0 = 0.3491, and higher up the side lies further left.
    expect(mill.touch('X', 50) - first).toBeCloseTo(20 * Math.tan(Math.PI / 180), 3)
  })

  it('by small steps past the face by a part of one, and nothing is hit', () => {
    const mill = beside()
    mill.jog('X', 14.96)
    for (let step = 0; !mill.machine.touching; step++) mill.jog('X', 0.01)
    expect(mill.machine.shown('machine', 'X')).toBeGreaterThanOrEqual(-305)
    expect(mill.machine.shown('machine', 'X')).toBeLessThanOrEqual(-304.99)
    expect(mill.machine.alarm).toBeNull()
    expect(mill.jog('X', -5).touching).toBeNull()
  })

  it('and hit where it comes fast: it stops there, says so and wants a reset', () => {
    const mill = beside()
    mill.jog('X', 50)
    expect(mill.machine.alarm).toBe('FINDER 10 RAN INTO THE FLANGE')
    expect(() => mill.jog('X', -1)).toThrow(Refusal)
    mill.machine.reset()
    expect(mill.jog('X', -1).alarm).toBeNull()
  })

  it('with scatter, lost motion and a spindle that grows where it has them', () => {
    const lag = beside({ ...A_MILL, backlash: { X: 0.02 } })
    lag.jog('X', -5)
    // The last move went left: the table lies 0.02 to the right of its display, and comes back to it on the way right.
    expect(lag.touch('X', 50)).toBeCloseTo(-305, 6)
    const grown = at({ ...A_MILL, growth: { by: 0.03, minutes: 1 } })
    grown.machine.take('T4')
    grown.jog('X', -280)
    grown.jog('Y', -150)
    grown.wait(3_600_000)
    expect(grown.touch('Z', -400)).toBeCloseTo(-299.97, 4)
    const scattered = [...Array(40)].map((_, seed) => beside({ ...A_MILL, scatter: 0.01, seed: String(seed) }).touch('X', 50) + 305)
    const deviation = Math.sqrt(scattered.reduce((sum, off) => sum + off * off, 0) / scattered.length)
    expect(deviation).toBeGreaterThan(0.006)
    expect(deviation).toBeLessThan(0.014)
  })
})

describe('its displays', () => {
  it('show where an axis is while it moves, how far it has to go, and the part\u2019s own count', () => {
    const mill = at(A_MILL)
    mill.machine.memory.set(2, 1, 'X', -300)
    mill.machine.jog('X', -60)
    mill.wait(120)
    // 250 mm/s: 30 of the 60 after 120 ms.
    expect(mill.machine.shown('machine', 'X')).toBeCloseTo(-30, 3)
    expect(mill.machine.shown('to-go', 'X')).toBeCloseTo(-30, 3)
    expect(() => mill.machine.jog('Y', -1)).toThrow('STILL MOVING')
    mill.wait(600)
    expect(mill.machine.shown('part', 'X')).toBeCloseTo(240, 6)
    mill.machine.zeroRelative('X')
    expect(mill.jog('X', -10).shown('relative', 'X')).toBeCloseTo(-10, 6)
  })

  it('count the tool\u2019s length in Z, and none for a finder', () => {
    const mill = at(A_MILL)
    mill.machine.memory.set(2, 1, 'Z', -400)
    mill.machine.memory.set(10, 4, 'R', 100)
    mill.machine.take('finder')
    expect(mill.machine.shown('part', 'Z')).toBeCloseTo(400, 6)
    mill.machine.take('T4')
    expect(mill.machine.shown('part', 'Z')).toBeCloseTo(300, 6)
  })

  it('stop at the end of travel, and know no axis that is not there', () => {
    const mill = at(A_MILL)
    expect(() => mill.jog('X', 1)).toThrow('END OF TRAVEL ON X')
    expect(() => mill.jog('A', 1)).toThrow('THERE IS NO AXIS A')
    expect(() => mill.jog('X', Number.NaN)).toThrow('NO DISTANCE')
  })
})

describe('a program cuts what the registers say', () => {
  const ready = (spec = A_MILL) => {
    const mill = at(spec)
    for (const [line, number, letter, value] of [
      [2, 1, 'Z', -500],
      [10, 4, 'R', 200],
      [12, 4, 'R', 6],
    ] as const)
      mill.machine.memory.set(line, number, letter, value)
    return mill.machine
  }

  it('to size where they are right', () => {
    // Tip at part zero: \u2212500 + 200 \u2212 100 = \u2212400, which is the true zero.
    expect(ready().runProgram().sizes).toEqual({ pocket: 40, boss: 30, step: 5 })
  })

  it('a pocket larger and a boss smaller by what the stated diameter is short of the true one', () => {
    const mill = ready()
    mill.memory.set(13, 4, 'R', -0.01)
    const { pocket, boss } = mill.runProgram().sizes
    expect(pocket).toBeCloseTo(40.02, 6)
    expect(boss).toBeCloseTo(29.98, 6)
  })

  it('a pocket smaller and a boss larger where the cutter bends away from the wall', () => {
    const cuts = A_MILL.cuts.map((cut) => ({ ...cut, bends: 0.012 }))
    const { pocket, boss, step } = ready({ ...A_MILL, cuts }).runProgram().sizes
    expect(pocket).toBeCloseTo(39.976, 6)
    expect(boss).toBeCloseTo(30.024, 6)
    expect(step).toBeCloseTo(5, 6)
  })

  it('a pocket too large and a boss too small by the whole cutter where the control knows no diameter, and nothing is hit', () => {
    const mill = ready()
    mill.memory.set(12, 4, 'R', 0)
    expect(mill.runProgram().sizes).toMatchObject({ pocket: 52, boss: 18 })
    expect(mill.alarm).toBeNull()
  })

  it('with the offset that the program calls for a diameter', () => {
    const mill = ready({ ...A_MILL, cuts: [{ ...A_MILL.cuts[0]!, across: 53 }] })
    expect(mill.runProgram().sizes.pocket).toBeCloseTo(52, 6)
    mill.type('D53', '6')
    expect(mill.runProgram().sizes.pocket).toBeCloseTo(40, 6)
  })

  it('deeper where a length is too short, and not at all where it is far off', () => {
    const mill = ready()
    mill.memory.set(11, 4, 'R', -0.05)
    expect(mill.runProgram().sizes.step).toBeCloseTo(5.05, 6)
    mill.memory.set(10, 4, 'R', 100)
    // −400 + 100 + 500 − what H4 holds.
    expect(() => mill.runProgram()).toThrow('T4 RAN INTO THE PART AT STEP: H4 99.950, WANTED 200.000')
    expect(mill.made).toHaveLength(1)
  })

  it('and a gauge reads it by its own step', () => {
    const mill = ready()
    expect(() => mill.measure(A_MILL.gauges[0]!, 'pocket')).toThrow('NOTHING TO MEASURE YET')
    mill.memory.set(13, 4, 'R', -0.004)
    mill.runProgram()
    expect(mill.measure(A_MILL.gauges[0]!, 'pocket')).toBeCloseTo(40.01, 6)
    // The cutter in the spindle can be measured as well; a finder is none.
    expect(mill.features).toEqual(['pocket', 'boss', 'step'])
    mill.take('T4')
    expect(mill.measure(A_MILL.gauges[0]!, 'cutter')).toBeCloseTo(12, 6)
    mill.take('finder')
    expect(() => mill.measure(A_MILL.gauges[0]!, 'cutter')).toThrow('NOTHING TO MEASURE YET')
  })
})

describe('a person at it', () => {
  it('types figures into its control, in the unit of the control', () => {
    const { machine } = at({ ...A_MILL, unit: 'in', increment: 0.00254 })
    machine.type('G54 X', '-1.5')
    machine.type('H4', '0,25')
    expect(machine.memory.get(2, 1, 'X')).toBeCloseTo(-38.1, 9)
    expect(machine.registers.filter(({ value }) => Number(value) !== 0)).toEqual([
      { name: 'G54 X', value: '-1.5000' },
      { name: 'H4', value: '0.2500' },
    ])
    expect(() => machine.type('G54 X', '1.2.3')).toThrow('NOT A FIGURE')
    expect(() => machine.type('G53 X', '1')).toThrow('THERE IS NO G53 X')
  })

  it('holds a move: it stands where it is, and has hit and touched nothing', () => {
    const { machine, wait } = beside()
    // 15 mm/s: after half a second 7.5 of the 50 are done, and the side is 15 away.
    machine.feedToTouch('X', 50)
    wait(500)
    machine.hold()
    expect([machine.shown('machine', 'X'), machine.moving, machine.touching]).toEqual([-312.5, false, null])
    machine.jog('X', 50)
    expect(machine.alarm).toBeNull()
    wait(20)
    machine.hold()
    expect(machine.alarm).toBeNull()
    expect(machine.shown('machine', 'X')).toBeCloseTo(-307.5, 6)
  })

  it('holds a cut: what the tool has not come to is not turned', () => {
    const lathe = at(A_LATHE)
    lathe.machine.take('T1')
    lathe.jog('X', -191.2)
    lathe.jog('Z', -445)
    lathe.machine.cut('Z', -20)
    // 15 mm/s from −445: after a second at −460.
    lathe.wait(1000)
    lathe.machine.hold()
    expect(lathe.machine.view.bar!.turned).toEqual([
      { from: -450, to: -460, diameter: 58.8 },
      { from: -460, to: -500, diameter: 60 },
    ])
    // The same cut outward: what lies between where it began and where it was held.
    const bar = new Bar(60, -450, -500)
    bar.turn(-470, -440, 58)
    bar.heldAt(-470, -455)
    expect(bar.steps).toEqual([
      { from: -450, to: -455, diameter: 60 },
      { from: -455, to: -470, diameter: 58 },
      { from: -470, to: -500, diameter: 60 },
    ])
  })

  it('sees what stands where, to a tenth, and what is in the spindle', () => {
    const mill = at({ ...A_MILL, table: -500 })
    mill.machine.take('T4')
    mill.jog('X', -100.04)
    const { solids, table, tool } = mill.machine.view
    expect(table).toBe(-500)
    expect(solids.map(({ name, what, top }) => [name, what, top])).toEqual([
      ['the flange', 'part', -400],
      ['the setter', 'setter', -350],
    ])
    expect(tool).toEqual({ name: 'T4', x: -100, y: 0, tip: -100, gauge: 0, diameter: 12 })
  })
})

describe('a lathe', () => {
  const turning = (more: Partial<typeof A_LATHE> = {}) => {
    const lathe = at({ ...A_LATHE, ...more })
    lathe.machine.take('T1')
    return lathe
  }

  it('is touched on the face over a feeler, each tool by its own reach', () => {
    const lathe = turning()
    lathe.jog('X', -200)
    lathe.machine.lay('feeler')
    // Diameter 50 at the tip: over the face of a bar of 60.
    expect(lathe.touch('Z', -470)).toBeCloseTo(-449.95, 6)
    lathe.jog('Z', 300)
    lathe.machine.take('T3')
    expect(lathe.touch('Z', -400)).toBeCloseTo(-399.95, 6)
  })

  it('skims a bar to what its tip stands at, and a micrometer finds that', () => {
    const lathe = turning()
    lathe.jog('X', -191.2)
    lathe.jog('Z', -445)
    // \u2212191.2 \u2212 (\u2212250) = 58.8 on the diameter.
    lathe.cut('Z', -20)
    expect(lathe.machine.measure(A_LATHE.gauges[0]!, 'bar')).toBeCloseTo(58.8, 6)
    lathe.jog('Z', 30)
    lathe.jog('X', -30)
    lathe.jog('Z', -15)
    // Faced at \u2212450 \u2212 0: the tip stands at \u2212450, so nothing comes off; a second cut takes 0.5.
    lathe.jog('Z', 0.5)
    expect(lathe.machine.measure(A_LATHE.gauges[0]!, 'bar')).toBeCloseTo(58.8, 6)
  })

  it('goes back along its own cut, however that came out, and nowhere else', () => {
    // With such scatter half of the cuts would come out larger than the tip stands.
    for (const seed of 'abcdefgh') {
      const lathe = turning({ scatter: 0.05, seed })
      lathe.jog('X', -191.2)
      lathe.jog('Z', -445)
      lathe.cut('Z', -20)
      lathe.jog('Z', 20)
      expect(lathe.machine.alarm).toBeNull()
      // The bar is 60 yet behind the cut.
      lathe.jog('Z', -30)
      expect(lathe.machine.alarm).toBe('T1 RAN INTO THE BAR')
    }
    // Once it has gone elsewhere, what was cut is in the way like anything else.
    const lathe = turning()
    lathe.jog('X', -191.2)
    lathe.jog('Z', -445)
    lathe.cut('Z', -20)
    lathe.jog('Z', 60)
    lathe.jog('X', -20)
    lathe.jog('Z', -80)
    expect(lathe.machine.alarm).toBe('T1 RAN INTO THE BAR')
  })

  it('turns to what slot, geometry and wear add up to', () => {
    const { machine } = turning()
    machine.memory.set(10, 1, 'X', -250.02)
    machine.memory.set(11, 1, 'X', 0.01)
    expect(machine.runProgram().sizes.outside).toBeCloseTo(23.99, 6)
    // Far outside it cuts nothing, far inside it runs into the bar.
    machine.memory.set(10, 1, 'X', 0)
    expect(machine.runProgram().sizes.outside).toBeCloseTo(60, 6)
    machine.memory.set(10, 1, 'X', -260)
    expect(() => machine.runProgram()).toThrow('T1 RAN INTO THE PART AT OUTSIDE: T1 X -259.990, WANTED -250.000')
  })

  it('does not let its tool into the chuck', () => {
    const lathe = turning()
    lathe.jog('X', -185)
    expect(() => lathe.cut('Z', -560)).toThrow('THE CHUCK IS IN THE WAY')
    lathe.jog('Z', -560)
    expect(lathe.machine.alarm).toBe('T1 RAN INTO THE CHUCK')
  })
})
