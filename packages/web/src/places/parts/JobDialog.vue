<script setup lang="ts">
import type { Job, Part } from '@rook/contract'
import { DatePicker } from 'ant-design-vue'
import { refDebounced } from '@vueuse/core'
import { computed, reactive, ref, watch } from 'vue'
import { useParts } from '../../client/queries.ts'
import { useSend } from '../../client/use-send.ts'
import { useChecked } from '../../ui/checked.ts'
import Field from '../../ui/Field.vue'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import { JOB_FORM, jobFormOf } from './plan-forms.ts'
import FormDialog from '../../ui/FormDialog.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** A new job, or what a planner changes of one. */
const props = defineProps<{ job: Job | null; part?: Pick<Part, 'id' | 'revision'> | null }>()
const emit = defineEmits<{ close: [] }>()
const sought = ref('')
const words = refDebounced(sought, 200)
const parts = useParts(words)
/** What was chosen stays among the choices, whatever is sought meanwhile. */
const known = new Map<string, string>()
const form = reactive(jobFormOf(props.job, props.part ?? null))
const { problems, take } = useChecked(JOB_FORM, () => ({ ...form }))
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`job:${props.job?.id ?? `new:${props.part?.id ?? ''}`}`, { form }, { outcome })
const options = computed(() => {
  const found = parts.data.value ?? []
  for (const { id, number, name } of found) known.set(id, `${name}, ${number}`)
  const { part } = form
  const ids = found.map(({ id }) => id)
  if (part !== null && known.has(part) && !ids.includes(part)) ids.unshift(part)
  return ids.map((id) => ({ value: id as string | null, label: known.get(id)! }))
})
// The newest revision is what is ordered as a rule.
watch(
  () => form.part,
  (part) => (form.revision = parts.data.value?.find(({ id }) => id === part)?.revision ?? form.revision),
)

async function keep(): Promise<void> {
  const body = take()
  if (!body) return
  const { job } = props
  const kept = job
    ? await send('changeJob', { params: { id: job.id }, body: { ...body, closed: job.state === 'closed' } })
    : await send('addJob', { body })
  if (kept) emit('close')
}
</script>

<template>
  <FormDialog
    :title="job ? `Change job ${job.number}` : 'A new job'"
    :ok="job ? 'Keep' : 'Add'"
    :blocked="busy"
    :trouble="trouble"
    @go="keep"
    @close="emit('close')"
  >
    <div class="fields">
      <WordField v-model="form.number" label="Job number" :maxlength="40" :problem="problems.number" />
      <PickField v-model="form.part" label="Part" :options="options" :problem="problems.part" @search="sought = $event" />
      <WordField v-model="form.revision" label="Revision" :maxlength="10" :problem="problems.revision" />
      <WordField v-model="form.quantity" label="Quantity" figure :maxlength="7" inputmode="numeric" :problem="problems.quantity" />
      <Field v-slot="{ id }" label="Due" :problem="problems.due">
        <DatePicker :id="id" v-model:value="form.due" value-format="YYYY-MM-DD" format="D MMM YYYY" placeholder="no day promised" />
      </Field>
    </div>
    <WordField v-model="form.note" class="note mt-2.5" label="Remark" :maxlength="300" />
  </FormDialog>
</template>

<style scoped>
.ant-picker {
  width: 100%;
}
</style>
