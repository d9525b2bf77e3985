<script setup lang="ts">
import { sinceThen, toolsWanting, whyNotBegin } from '@rook/core'
import type { OperationPage, OperationRecord, SetupLine } from '@rook/contract'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useJobs, useMachines, useScene, useSceneAt, useSetups } from '../../client/queries.ts'
import { useSend } from '../../client/use-send.ts'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import SinceThen from './SinceThen.vue'
import FormDialog from '../../ui/FormDialog.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** Begins a setup: on which machine, for which job. What is against it is said before anybody presses. */
const props = defineProps<{ operation: OperationRecord; earlier: readonly SetupLine[]; fitting: OperationPage['fitting'] }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const machines = useMachines()
const jobs = useJobs(() => props.operation.part)
const setups = useSetups()
const machine = ref<string | null>(null)
const job = ref<string | null>(null)
const note = ref('')
const scene = useScene(machine, () => null)
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`begin:${props.operation.id}`, { machine, job, note }, { outcome })

const offered = computed(() =>
  (machines.data.value ?? [])
    .filter(
      ({ id, kind }) => kind === props.operation.kind && (props.operation.machines.length === 0 || props.operation.machines.includes(id)),
    )
    .map(({ id, name }) => {
      const running = (setups.data.value ?? []).filter((setup) => setup.machine === id)
      return {
        value: id as string | null,
        label: running.length === 0 ? `${name}, free` : `${name}, with job ${running.map((one) => one.job).join(', ')}`,
      }
    }),
)
const open = computed(() => (jobs.data.value ?? []).filter(({ state }) => state !== 'closed'))
const jobOptions = computed(() =>
  open.value.map((one) => ({
    value: one.id as string | null,
    label: `${one.number}, ${one.quantity} parts${one.revision === props.operation.revision ? '' : `, for revision ${one.revision}`}`,
    disabled: one.revision !== props.operation.revision,
  })),
)
const against = computed(() => {
  if (!scene.data.value) return null
  const running = (setups.data.value ?? [])
    .filter((setup) => setup.machine === machine.value)
    .map(({ id, job: number, operationName, slots }) => ({ id, name: `job ${number}, ${operationName}`, slots }))
  return whyNotBegin(props.operation, scene.data.value, running, open.value.find(({ id }) => id === job.value)?.number ?? null)
})
/** The last one that ended on this machine, or on any where it never stood here. */
const last = computed(() => {
  const ended = props.earlier.flatMap(({ endedAt, ...one }) => (endedAt ? [{ ...one, endedAt }] : []))
  return machine.value === null ? null : (ended.find((one) => one.machine === machine.value) ?? ended[0] ?? null)
})
const then = useSceneAt(
  () => last.value?.machine ?? null,
  () => last.value?.id ?? null,
  () => last.value?.endedAt ?? null,
)
const since = computed(() => (then.data.value && scene.data.value ? sinceThen(props.operation, then.data.value, scene.data.value) : null))
const wanting = computed(() => (scene.data.value ? toolsWanting(props.operation.tools, scene.data.value) : []))
const ready = computed(() => machine.value !== null && job.value !== null && scene.data.value !== undefined && against.value === null)

async function begin(): Promise<void> {
  if (!ready.value) return
  const begun = await send('beginSetup', {
    body: { machine: machine.value!, operation: props.operation.id, job: job.value!, note: note.value },
  })
  if (begun?.content.setup) await router.push({ name: 'setup', params: { setup: begun.content.setup } })
}
</script>

<template>
  <FormDialog
    :title="`Set up ${operation.partName}, ${operation.name}`"
    ok="Begin the setup"
    :blocked="busy || !ready"
    :trouble="trouble"
    :width="720"
    @go="begin"
    @close="emit('close')"
  >
    <div class="fields">
      <PickField v-model="machine" label="Machine" :options="offered" />
      <PickField v-model="job" label="Job" :options="jobOptions" />
    </div>
    <WordField v-model="note" class="note mt-2.5" label="Remark" :maxlength="300" />
    <SinceThen v-if="since && last" :since="since" :last="last" />
    <ul v-if="wanting.length > 0" class="query" aria-label="Tools">
      <li v-for="one in wanting" :key="one.number" :data-wanting="one.number">
        {{ one.sentence }}
        <template v-if="fitting[one.number]?.length">
          There is
          <template v-for="(tool, at) in fitting[one.number]" :key="tool.id"
            ><template v-if="at > 0">, </template
            ><RouterLink :to="{ name: 'tool', params: { assembly: tool.id } }">{{ tool.name }}</RouterLink>
            {{ tool.at ?? 'in the drawer' }}</template
          >.</template
        >
      </li>
    </ul>
    <p v-if="against" class="query" role="alert">{{ against }}</p>
    <p v-if="jobs.data.value && open.length === 0" class="query">
      There is no open job for this part. A planner adds one on the part’s page.
    </p>
  </FormDialog>
</template>
