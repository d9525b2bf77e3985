import type { StepPlan } from '@rook/contract'

type Preset = Record<string, string>

const step = (
  id: string,
  title: string,
  detail: string | null,
  kind: StepPlan['kind'],
  routine: string | null = null,
  preset: Preset = {},
  checks?: string[],
): StepPlan => ({
  id,
  title,
  detail,
  kind,
  routine,
  preset,
  ...(checks ? { checks } : {}),
})

export const homed = step('homed', 'Homed', 'after power-up, before any coordinate counts', 'homed')

export const seated = (detail: string, ...checks: string[]) =>
  step('seated', 'Seated and clamped', detail, 'confirm', null, {}, checks.length > 0 ? checks : undefined)

export const seen = step('seen', 'Seen on the control', 'every readout, before the first run', 'seen')

/** X or Y zero from an edge at a part coordinate; `direction` is how the axis moves onto it. */
export const edgeStep = (slot: string, axis: 'X' | 'Y', direction: '+' | '-', finder: string, place: string, detail: string) =>
  step(`zero-${slot}-${axis}`, `Zero ${slot}, ${axis}`, detail, 'routine', 'edge', { slot, axis, direction, finder, place })

export const faceStep = (slot: string, tool: string, place: string, detail: string, between?: string) =>
  step(`zero-${slot}-Z`, `Zero ${slot}, Z`, detail, 'routine', 'face', { slot, tool, place, ...(between ? { between } : {}) })

export const setterStep = (tool: string, name: string, setter: string) =>
  step(`length-T${tool}`, `Length T${tool}`, name, 'routine', 'tool-length', { tool, method: 'setter', setter })

export const touchStep = (tool: string, name: string, slot: string, place: string, between?: string) =>
  step(`length-T${tool}`, `Length T${tool}`, name, 'routine', 'tool-length', {
    tool,
    method: 'part',
    slot,
    place,
    ...(between ? { between } : {}),
  })

/** How wide a cutter cuts, with what is said to measure it. */
export const acrossStep = (tool: string, detail: string, gauge: string) =>
  step(`diameter-T${tool}`, `Diameter T${tool}`, detail, 'routine', 'tool-diameter', { tool, method: 'measured', with: gauge })

export const constantStep = (setter: string, master: string) =>
  step('setter', 'Setter constant', 'once a week, and after any knock', 'routine', 'setter-constant', { setter, master })

export const zeroStep = (id: string, title: string, register: string, detail: string) =>
  step(id, title, detail, 'routine', 'deliberate-zero', { register })

export const skimStep = (tool: string, name: string, slot: string) =>
  step(`skim-T${tool}`, `X of T${tool}`, name, 'routine', 'turned-diameter', { tool, slot })

/** A run over the tools that the operation calls, with how each of them is measured. */
export const runStep = (id: string, title: string, detail: string, preset: Preset) => step(id, title, detail, 'tools', null, preset)

/** Any other routine with what the plan knows of its inputs. */
export const routineStep = (id: string, title: string, detail: string, routine: string, preset: Preset) =>
  step(id, title, detail, 'routine', routine, preset)
