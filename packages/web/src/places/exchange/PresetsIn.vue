<script setup lang="ts">
import {
  assessPresets,
  FIELD_WORDS,
  formatExact,
  PRESET_FIELDS,
  unitOfHeading,
  type Difference,
  type LengthUnit,
  type PresetField,
  type Scene,
  type Nm,
} from '@rook/core'
import { asRegister } from '../../parts/written.ts'
import type { PresetsReadAnswer } from '@rook/contract'
import { useStorage } from '@vueuse/core'
import { AutoComplete, Button, Checkbox } from 'ant-design-vue'
import { computed, reactive, ref } from 'vue'
import { useSend } from '../../client/use-send.ts'
import { usePresetSenders } from '../../client/queries.ts'
import ChooseFile from '../../ui/ChooseFile.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import RecordSeveral from '../../routine/RecordSeveral.vue'
import type { Release } from '../../routine/use-recording.ts'
import { asBase64 } from '../../client/file.ts'
import { vAccessible } from '../../ui/accessible-select.ts'
import Field from '../../ui/Field.vue'
import PickField from '../../ui/PickField.vue'
import Rows from '../../ui/Rows.vue'
import type { Option } from '../../ui/options.ts'
import { UNITS } from '../machines/record-words.ts'

const props = defineProps<{ machine: string; scene: Scene }>()
const senders = usePresetSenders()
const sender = useStorage('rook-preset-sender', '')
const file = ref<{ name: string; bytes: string } | null>(null)
const read = ref<PresetsReadAnswer | null>(null)
const mapping = reactive<Partial<Record<PresetField, string>>>({})
const unit = ref<LengthUnit | null>(null)
const chosen = ref(new Set<string>())
const { trouble, busy, send } = useSend()
const told = ref<string | null>(null)
const reason = ref('')
const sending = useSend()
const COLUMNS = [
  { key: 'take', title: '', width: 56 },
  { key: 'line', title: 'Line', width: 70 },
  { key: 'tool', title: 'Tool', names: true },
  { key: 'name', title: 'What' },
  { key: 'now', title: 'On record', align: 'right' },
  { key: 'next', title: 'In the file', align: 'right' },
  { key: 'note', title: '' },
] as const

/** Whose program says under which numbers the tools are called. */
const setup = () => props.scene.plan?.setup ?? null

async function choose(picked: File): Promise<void> {
  if (picked.size > 12_000_000) {
    trouble.value = `${picked.name} is larger than 12 MB. Split it.`
    return
  }
  file.value = { name: picked.name, bytes: await asBase64(picked) }
  unit.value = null
  for (const field of PRESET_FIELDS) delete mapping[field]
  await look(false)
}

/** @param asSaid by the columns as they are said here; otherwise by what is remembered of the sender */
async function look(asSaid: boolean): Promise<void> {
  trouble.value = told.value = null
  read.value = null
  if (!file.value) return
  const { name, bytes } = file.value
  if (sender.value.trim() === '') {
    trouble.value = 'From: say first who or what the file comes from; its columns are remembered under that name.'
    return
  }
  const answer = await send('readPresets', {
    params: { id: props.machine },
    body: { setup: setup(), sender: sender.value.trim(), name, file: bytes, mapping: asSaid ? { ...mapping } : null, unit: unit.value },
  })
  if (!answer) return
  read.value = answer
  unit.value = answer.unit
  for (const field of PRESET_FIELDS) delete mapping[field]
  Object.assign(mapping, answer.mapping)
  chosen.value = new Set(answer.differences.filter(({ offered }) => offered).map(({ id }) => id))
}

/** Said late who it is from: its columns may be remembered. */
function lookWhereNamed(): void {
  if (file.value && !read.value && !busy.value) void look(false)
}

function headingsFor(field: PresetField): Option<string>[] {
  const { header } = read.value!
  const said = mapping[field]
  return [
    { value: '', label: 'not in the file' },
    ...(said && !header.includes(said) ? [{ value: said, label: `${said} (missing)` }] : []),
    ...header.map((heading) => ({ value: heading, label: heading })),
  ]
}

function map(field: PresetField, heading: string): void {
  if (heading === '') delete mapping[field]
  else mapping[field] = heading
  void look(true)
}

const differences = computed(() => read.value?.differences ?? [])
const taken = computed(() => differences.value.filter(({ id }) => chosen.value.has(id)))
const assessed = computed(() => assessPresets(taken.value, props.scene))
const fieldsNeeded = computed(() =>
  PRESET_FIELDS.filter((field) => mapping[field] || ['number', 'id', 'name', 'length', 'diameter', 'RE'].includes(field)),
)
const furtherFields = computed(() =>
  PRESET_FIELDS.filter((one) => !fieldsNeeded.value.includes(one)).map((one) => ({
    value: one as PresetField | null,
    label: FIELD_WORDS[one],
  })),
)
const hindrance = computed(() => (taken.value.length === 0 ? 'Nothing is chosen yet.' : null))

function toggle(id: string): void {
  const next = new Set(chosen.value)
  if (!next.delete(id)) next.add(id)
  chosen.value = next
}
const all = (kind: Difference['kind'] | null) =>
  (chosen.value = new Set(
    kind === null
      ? []
      : [
          ...chosen.value,
          ...differences.value.filter((one) => one.kind === kind && (one.kind !== 'new' || one.assembly !== null)).map(({ id }) => id),
        ],
  ))
/** A column whose heading says its unit is read in that one. */
const inUnit = (heading: string | undefined) => (heading && unitOfHeading(heading) ? `, in ${unitOfHeading(heading)}` : '')
const figure = (value: number | null, one: Difference) =>
  value === null
    ? ''
    : one.kind === 'register'
      ? asRegister(one.register!, value as Nm, props.scene.machine)
      : formatExact(value as Nm, props.scene.machine.unit)

async function take({
  reason: why,
  answers,
  release,
}: {
  reason: string
  answers: Record<string, string>
  release: Release | null
}): Promise<void> {
  const { name, bytes } = file.value!
  const whole = taken.value.length === differences.value.length
  const answer = await sending.send('takePresets', {
    params: { id: props.machine },
    body: {
      setup: setup(),
      sender: sender.value.trim(),
      name,
      file: bytes,
      mapping: { ...mapping },
      unit: unit.value,
      chosen: whole ? null : taken.value.map((one) => one.id),
      reason: why,
      basis: Object.fromEntries(
        taken.value.flatMap(({ register }) => (register ? [[register, props.scene.standing[register]?.entry ?? null]] : [])),
      ),
      answers,
      release,
    },
  })
  if (!answer) return
  told.value = `Taken: ${answer.registers} figures${answer.entry ? ` as entry ${answer.entry.content.seq}` : ''}, ${answer.records} changes of the record, ${answer.added} new tools.`
  read.value = null
  file.value = null
}
</script>

<template>
  <div class="grid gap-2.5">
    <div class="first flex flex-wrap gap-3.5 items-end">
      <Field v-slot="{ id }" label="From" class="from w-65">
        <AutoComplete
          :id="id"
          v-accessible="'From'"
          v-model:value="sender"
          :options="(senders.data.value ?? []).map(({ name }) => ({ value: name }))"
          :filter-option="
            (typed: string, one?: { value?: unknown }) =>
              String(one?.value ?? '')
                .toLowerCase()
                .includes(typed.toLowerCase())
          "
          placeholder="presetting bench, supplier …"
          :maxlength="60"
          @blur="lookWhereNamed"
          @select="lookWhereNamed"
        />
      </Field>
      <ChooseFile label="Preset file" accept=".csv,.txt,.xml,text/csv,text/xml" @chosen="choose">{{
        file ? `${file.name}; choose another` : 'Choose a file'
      }}</ChooseFile>
      <span class="quiet">Separated values (CSV) or an MTConnect document of cutting tools. Lengths are counted from the gauge line.</span>
    </div>
    <p v-if="busy" class="quiet m-0" role="status">Reading {{ file?.name }} …</p>
    <p v-if="trouble" class="stop m-0" role="alert">{{ trouble }}</p>
    <p v-if="told" class="m-0" role="status">{{ told }}</p>
    <p v-if="!file && !told" class="quiet m-0">
      A table needs a first line of headings, and a line for each tool with its number or id and a length or a diameter. Which column is
      which is remembered for each sender. What differs from the ledger is shown first; nothing is taken until you choose it.
    </p>
    <template v-if="read">
      <div v-if="read.kind === 'table'" class="sheet grid grid-cols-[repeat(auto-fill,minmax(186px,1fr))] gap-x-3.5 gap-y-2 px-4 py-2.5">
        <PickField
          v-for="field in fieldsNeeded"
          :key="field"
          :model-value="mapping[field] ?? ''"
          :label="`${FIELD_WORDS[field]}${inUnit(mapping[field])}`"
          :options="headingsFor(field)"
          :data-field="field"
          @update:model-value="(heading) => map(field, heading)"
        />
        <PickField
          :model-value="null"
          label="one more column"
          placeholder="more …"
          :options="furtherFields"
          @update:model-value="(field) => field && map(field, read!.header[0] ?? '')"
        />
        <PickField
          v-model="unit"
          :label="read.header.some(unitOfHeading) ? 'The others are in' : 'Figures are in'"
          :options="UNITS"
          @update:model-value="look(true)"
        />
      </div>
      <div v-if="read.problems.length > 0" class="sheet px-4 py-2.5 border-l-4 border-l-stop">
        <p class="stop m-0" role="alert">
          Nothing can be taken from this file as it is: {{ read.problems.length }}
          {{ read.problems.length === 1 ? 'place' : 'places' }} cannot be understood.
        </p>
        <ul>
          <li v-for="problem in read.problems" :key="problem.sentence" class="stop">{{ problem.sentence }}</li>
        </ul>
      </div>
      <template v-else>
        <p class="line m-0 flex flex-wrap gap-3.5 items-center">
          <strong>{{ read.tools }} tools, {{ differences.length }} differences</strong>
          <span class="quiet">{{ taken.length }} chosen</span>
          <Button @click="all('register')">all figures</Button>
          <Button @click="all('record')">all of the record</Button>
          <Button @click="all('new')">all new tools</Button>
          <Button @click="all(null)">none</Button>
        </p>
        <p v-if="differences.length === 0" class="quiet m-0">The file says what is on record already.</p>
        <Rows
          v-else
          :columns="COLUMNS"
          :rows="differences"
          :row-key="({ id }) => id"
          :row-is="({ id }) => ({ 'data-difference': id })"
          :page="50"
        >
          <template #take="{ row }"
            ><Checkbox
              :checked="chosen.has(row.id)"
              :disabled="row.kind === 'new' && row.assembly === null"
              :aria-label="`take ${row.tool}, ${row.name}`"
              @change="toggle(row.id)"
          /></template>
          <template #line="{ row }"
            ><span class="quiet figure">{{ row.line }}</span></template
          >
          <template #name="{ row }"
            ><strong v-if="row.kind === 'register'">{{ row.name }}</strong
            ><template v-else>{{ row.name }}</template></template
          >
          <template #now="{ row }"
            ><span class="figure">{{ figure(row.now, row) || (row.kind === 'new' ? '' : 'unset') }}</span></template
          >
          <template #next="{ row }"
            ><strong class="figure">{{ figure(row.next, row) }}</strong></template
          >
          <template #note="{ row }">
            <span class="quiet small">{{ row.note }}</span>
            <span v-if="row.doubt" class="query small"><VerdictMark verdict="query" /> {{ row.doubt }}</span>
          </template>
        </Rows>
        <RecordSeveral
          v-if="differences.length > 0"
          v-model:reason="reason"
          :machine="scene.machine"
          :findings="assessed.findings"
          :sent="sending.outcome.value"
          :hindrance="hindrance"
          reason-label="Remark; kept with the entry"
          :label="`Take ${taken.length}`"
          @send="take"
        />
      </template>
    </template>
  </div>
</template>
