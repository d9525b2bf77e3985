<script setup lang="ts">
import type { MachineRecord } from '@rook/core'
import { computed, reactive } from 'vue'
import * as z from 'zod/mini'
import { useJobs } from '../../client/queries.ts'
import { useSend } from '../../client/use-send.ts'
import { useChecked } from '../../ui/checked.ts'
import FormDialog from '../../ui/FormDialog.vue'
import MomentField from '../../ui/MomentField.vue'
import PickField from '../../ui/PickField.vue'
import { picked } from '../../ui/shapes.ts'
import WordField from '../../ui/WordField.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** Keeps a slot for a job or for somebody: whoever else writes it is asked. */
const props = defineProps<{ machine: MachineRecord }>()
const emit = defineEmits<{ close: [] }>()
const jobs = useJobs()
const form = reactive({ slot: null as string | null, job: null as string | null, words: '', until: null as string | null })
const FORM = z
  .object({
    slot: picked('Slot: choose one.'),
    job: z.nullable(z.string()),
    words: z.string().check(z.trim()),
    until: z.nullable(z.string()),
  })
  .check(
    z.refine(({ job, words }) => job !== null || words.length >= 3, {
      error: 'For whom, or what for: say it, or choose a job.',
      path: ['words'],
    }),
  )
const { problems, take } = useChecked(FORM, () => ({ ...form }))
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`reserve:${props.machine.id}`, { form }, { outcome })
const slots = computed(() =>
  props.machine.slots.map(({ code, name }) => ({ value: code as string | null, label: name ? `${code}, ${name}` : code })),
)
const jobOptions = computed(() => [
  { value: null as string | null, label: 'none' },
  ...(jobs.data.value ?? [])
    .filter(({ state }) => state !== 'closed')
    .map(({ id, number, partName }) => ({ value: id as string | null, label: `${number}, ${partName}` })),
])

async function keep(): Promise<void> {
  const said = take()
  if (!said) return
  if (await send('reserve', { params: { id: props.machine.id }, body: said })) emit('close')
}
</script>

<template>
  <FormDialog title="Keep a slot" ok="Keep it" :blocked="busy" :trouble="trouble" @go="keep" @close="emit('close')">
    <div class="fields">
      <PickField v-model="form.slot" label="Slot" :options="slots" :problem="problems.slot" />
      <PickField v-model="form.job" label="For job" :options="jobOptions" />
      <MomentField v-model="form.until" label="Until" placeholder="somebody gives it free" />
    </div>
    <WordField v-model="form.words" label="For whom, or what for" :maxlength="120" :problem="problems.words" />
  </FormDialog>
</template>
