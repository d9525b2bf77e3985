import { assess, findingKey, obstacles, registerKey, routineById, type InputSpec, type RawInputs, type Scene } from '@rook/core'
import { computed, ref, watch, type Ref } from 'vue'
import { useDrafts, type Draft } from './drafts.ts'
import { sameInputs } from './same-inputs.ts'
import { useSettled } from './use-settled.ts'

export interface RoutineAt {
  machine: string
  setup: string | null
  step: string | null
  routine: string
  preset: RawInputs
  /** Tells half-done ones of the same routine apart where no step does: the tool, in a run without a setup. */
  apart?: string | undefined
}

/** The name under which a half-done routine is kept. */
export function draftKey({ machine, setup, step, routine, apart }: Omit<RoutineAt, 'preset'>): string {
  return [machine, setup ?? '-', step ?? apart ?? routine].join(':')
}

const CHOSEN: readonly InputSpec['kind'][] = ['choice', 'several']
/** Figures that were typed longer ago than this may be of another part. */
const OLD = 5 * 60_000

/** One routine on one scene, worked out by the core at every keystroke. */
export function useRoutine(at: RoutineAt, scene: Ref<Scene>) {
  const drafts = useDrafts()
  const key = draftKey(at)
  const routine = routineById(at.routine)!
  const draft = ref(drafts.open(key, at.routine, at.preset)) as Ref<Draft>
  const takenFrom = ref<string | null>(null)
  void drafts.fetchOther(key, draft.value, at.preset).then((by) => {
    takenFrom.value = by
    if (by !== null) typedBefore.value = ifOld()
  })

  const same = sameInputs()
  const settled = useSettled(() => draft.value.inputs, routine, scene)
  // Held against what the step plans, as the server does with what it plans itself.
  const looked = computed(() => (at.step === null ? scene.value : { ...scene.value, planned: at.preset }))
  const assessment = computed(() => {
    const fresh = assess(routine, draft.value.inputs, looked.value, draft.value.agreed, settled.value)
    return { ...fresh, inputs: same(fresh.inputs) }
  })
  /** Figures that somebody typed, and not what the plan gives or what was chosen. */
  const hasFigures = () =>
    assessment.value.inputs.some(({ id, kind }) => !CHOSEN.includes(kind) && (draft.value.inputs[id] ?? '') !== (at.preset[id] ?? ''))
  const ifOld = () => {
    const typedAt = draft.value.at
    return typedAt !== null && Date.now() - Date.parse(typedAt) > OLD && hasFigures() ? typedAt : null
  }
  const typedBefore = ref(ifOld())
  const targets = computed(() => assessment.value.sheet.targets.map(registerKey))

  /** What stands in a register now, by the ledger. */
  const latest = (register: string) => scene.value.standing[register]?.entry ?? null

  const untouched = () => JSON.stringify(draft.value.inputs) === JSON.stringify(at.preset)
  // A register's basis is what stood there when the person first meant to write it: not what stood when a plan or
  // an earlier recording left the routine open.
  watch(
    [targets, () => targets.value.map(latest).join()],
    ([registers]) => {
      for (const register of registers) if (!(register in draft.value.basis) || untouched()) draft.value.basis[register] = latest(register)
    },
    { immediate: true },
  )
  const movedOn = computed(() => targets.value.filter((register) => draft.value.basis[register] !== latest(register)))

  const open = computed(() => obstacles(assessment.value.findings, draft.value.answers))
  const ready = computed(
    () =>
      assessment.value.sheet.result !== null &&
      settled.value &&
      assessment.value.values.problems.length === 0 &&
      open.value.unanswered.length === 0 &&
      movedOn.value.length === 0,
  )

  return {
    routine,
    draft,
    assessment,
    movedOn,
    stops: computed(() => open.value.stops),
    ready,
    takenFrom,
    /** The first input that still wants something. */
    asked: computed(() => assessment.value.values.problems[0]?.input ?? assessment.value.values.missing[0] ?? null),
    acceptMove() {
      for (const register of movedOn.value) draft.value.basis[register] = latest(register)
    },
    answer(finding: Parameters<typeof findingKey>[0], reason: string) {
      draft.value.answers[findingKey(finding)] = reason
    },
    /** Begins anew, with what the plan gives: what was here is recorded. */
    clear() {
      typedBefore.value = null
      draft.value = drafts.drop(key, at.routine, at.preset)
    },
    /** When what is typed here was typed, where that is a while ago and nobody has recorded it. */
    typedBefore,
    /** The figures go; what was chosen for them stays. */
    clearFigures() {
      const chosen = assessment.value.inputs.filter(({ kind }) => CHOSEN.includes(kind))
      const stays = Object.fromEntries(chosen.flatMap(({ id }) => (draft.value.inputs[id] ? [[id, draft.value.inputs[id]]] : [])))
      typedBefore.value = null
      draft.value = drafts.drop(key, at.routine, { ...at.preset, ...stays })
    },
  }
}

export type RoutineState = ReturnType<typeof useRoutine>
