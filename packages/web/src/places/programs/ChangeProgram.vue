<script setup lang="ts">
import type { MachineRecord } from '@rook/core'
import type { ProgramIssue } from '@rook/contract'
import { computed, onMounted, reactive, ref } from 'vue'
import { saveFile } from '../../client/file.ts'
import { useScene, useSetups } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { calendarDay, clockTime } from '../../client/time.ts'
import Field from '../../ui/Field.vue'
import FormDialog from '../../ui/FormDialog.vue'
import OneOf from '../../ui/OneOf.vue'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import { changed, changedLines, newName, type Wanted } from './changed.ts'
import { MOST_CHANGED, wholeText } from './whole-text.ts'

/**
 * A program with another slot, over several slots, with other offset numbers, or with a setup's figures in its head: shown line by
 * line, and saved as a new file.
 */
const props = defineProps<{ issue: ProgramIssue; machines: readonly MachineRecord[]; setup: string | null }>()
const emit = defineEmits<{ close: [] }>()
const text = ref<string[] | null>(null)
const trouble = ref<string | null>(null)
const wanted = reactive<Wanted>({ what: 'slot', from: '', to: '', slots: [], order: 'part by part', letter: 'H', old: '', fresh: '' })

onMounted(async () => {
  if (props.issue.lines > MOST_CHANGED) {
    trouble.value = `A program of more than ${MOST_CHANGED} lines is changed where it was made.`
    return
  }
  try {
    text.value = await wholeText(props.issue)
  } catch {
    trouble.value = 'The text could not be fetched. Close this and open it again.'
  }
})

const slots = computed(() =>
  [...new Set(props.machines.flatMap((machine) => machine.slots.map(({ code }) => code)))].map((value) => ({ value, label: value })),
)
const several = computed({
  get: () => wanted.slots.join(', '),
  set: (typed: string) =>
    (wanted.slots = typed
      .toUpperCase()
      .split(/\s*,\s*/)
      .filter(Boolean)),
})
const session = useSession()
const setups = useSetups()
const own = computed(() => (setups.data.value ?? []).filter(({ operation }) => operation === props.issue.operation))
const chosen = ref(props.setup ?? '')
const from = computed(() => own.value.find(({ id }) => id === chosen.value) ?? (own.value.length === 1 ? own.value[0]! : null))
const scene = useScene(
  () => from.value?.machine ?? null,
  () => from.value?.id ?? null,
)
const record = computed(() => {
  const now = new Date().toISOString()
  const at = `${calendarDay(now, session.shop)} ${clockTime(now, session.shop)}`
  return from.value && scene.data.value ? { scene: scene.data.value, at, by: session.person?.name ?? '' } : null
})
const out = computed(() => (text.value ? changed(text.value, wanted, record.value) : null))
const shown = computed(() => (text.value && out.value && 'lines' in out.value ? changedLines(text.value, out.value.lines) : null))
const refused = computed(() => (out.value && 'refused' in out.value ? out.value.refused : null))

function save(): void {
  if (!out.value || !('lines' in out.value)) return
  saveFile(newName(props.issue.name, wanted.what), `${out.value.lines.join('\r\n')}\r\n`)
  emit('close')
}

const WHATS = [
  { value: 'slot', label: 'Another slot' },
  { value: 'layout', label: 'Over several slots' },
  { value: 'offset', label: 'Other H or D' },
  { value: 'header', label: 'Record in its head' },
] as const
const ORDERS = [
  { value: 'part by part', label: 'Part by part' },
  { value: 'tool by tool', label: 'Tool by tool' },
] as const
const LETTERS = [
  { value: 'H', label: 'H' },
  { value: 'D', label: 'D' },
] as const
</script>

<template>
  <FormDialog
    :title="`Change ${issue.name}, issue ${issue.issue}`"
    ok="Save as a new file"
    :blocked="!shown || shown.inAll === 0"
    :trouble="trouble"
    :width="820"
    @go="save"
    @close="emit('close')"
  >
    <div class="fields flex flex-wrap gap-x-3.5 gap-y-2.5">
      <Field label="What"><OneOf v-model="wanted.what" name="What" :options="WHATS" /></Field>
      <template v-if="wanted.what === 'offset'">
        <Field label="Word"><OneOf v-model="wanted.letter" name="Word" :options="LETTERS" /></Field>
        <WordField v-model="wanted.old" label="Number that is called" figure :maxlength="4" inputmode="numeric" />
        <WordField v-model="wanted.fresh" label="New number" figure :maxlength="4" inputmode="numeric" />
      </template>
      <PickField
        v-else-if="wanted.what === 'header'"
        label="Setup"
        :model-value="from?.id ?? ''"
        :options="own.map(({ id, job, machineName }) => ({ value: id, label: `Job ${job}, ${machineName}` }))"
        placeholder="none is at hand"
        @update:model-value="(id) => (chosen = id)"
      />
      <PickField v-else v-model="wanted.from" label="Slot that it calls" :options="slots" />
      <PickField v-if="wanted.what === 'slot'" v-model="wanted.to" label="New slot" :options="slots" />
      <template v-if="wanted.what === 'layout'">
        <WordField v-model="several" label="Slots, in their order" placeholder="G54, G55, G56" :maxlength="200" />
        <Field label="Order"><OneOf v-model="wanted.order" name="Order" :options="ORDERS" /></Field>
      </template>
    </div>
    <p v-if="refused" class="quiet">{{ refused }}</p>
    <p v-else-if="shown" class="quiet">
      {{
        shown.inAll === 0
          ? 'No line would differ.'
          : `${shown.inAll} lines${shown.lines.length < shown.inAll ? `, the first ${shown.lines.length} of them here` : ''}.`
      }}
      The issue stays as it is; keep the new file as an issue when it is good.
    </p>
    <ol v-if="shown && shown.inAll > 0" class="sheet list-none m-0 px-3.5 py-2 max-h-[40vh] overflow-auto">
      <li
        v-for="line in shown.lines"
        :key="line.number"
        class="grid grid-cols-[48px_repeat(2,minmax(0,1fr))] gap-3.5"
        :data-changed="line.number"
      >
        <span class="quiet">{{ line.number }}</span>
        <code v-if="line.was !== null" class="was line-through" :class="{ 'col-span-2': line.is === null }">{{ line.was }}</code>
        <code v-if="line.is !== null" :class="{ 'col-span-2': line.was === null }">{{ line.is }}</code>
      </li>
    </ol>
  </FormDialog>
</template>
