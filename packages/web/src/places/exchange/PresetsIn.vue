<script setup lang="ts">
import {
  asShown,
  assessPresets,
  FIELD_WORDS,
  formatExact,
  PRESET_FIELDS,
  unitOfHeading,
  type Difference,
  type LengthUnit,
  type PresetField,
  type Scene,
} from '@rook/core'
import type { PresetsReadAnswer } from '@rook/contract'
import { useStorage } from '@vueuse/core'
import { computed, reactive, ref } from 'vue'
import { useSend } from '../../sending/use-send.ts'
import { usePresetSenders } from '../../app/queries.ts'
import ChooseFile from '../../parts/ChooseFile.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import TogetherSheet from '../../sending/TogetherSheet.vue'
import type { Release } from '../../routine/use-recording.ts'
import { asBase64 } from './save-file.ts'

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
/** More rows than a person looks through one by one; the rest is taken or left together. */
const MOST = 400

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
      ? asShown(value as never, props.scene.machine)
      : formatExact(value as never, props.scene.machine.unit)

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
  <div class="presets">
    <div class="first">
      <label
        ><span class="quiet">From</span
        ><input
          v-model="sender"
          class="text-field"
          list="preset-senders"
          maxlength="60"
          placeholder="presetting bench, supplier …"
          @change="file && !read && !busy && look(false)" />
        <datalist id="preset-senders"><option v-for="one in senders.data.value" :key="one.name" :value="one.name" /></datalist
      ></label>
      <ChooseFile label="Preset file" accept=".csv,.txt,.xml,text/csv,text/xml" @chosen="choose">{{
        file ? `${file.name}; choose another` : 'Choose a file'
      }}</ChooseFile>
      <span class="quiet">Separated values (CSV) or an MTConnect document of cutting tools. Lengths are counted from the gauge line.</span>
    </div>
    <p v-if="busy" class="quiet" role="status">Reading {{ file?.name }} …</p>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <p v-if="told" role="status">{{ told }}</p>
    <p v-if="!file && !told" class="quiet hint">
      A table needs a first line of headings, and a line for each tool with its number or id and a length or a diameter. Which column is
      which is remembered for each sender. What differs from the ledger is shown first; nothing is taken until you choose it.
    </p>
    <template v-if="read">
      <div v-if="read.kind === 'table'" class="sheet columns">
        <label v-for="field in fieldsNeeded" :key="field"
          ><span class="quiet">{{ FIELD_WORDS[field] }}{{ inUnit(mapping[field]) }}</span>
          <select
            class="text-field"
            :value="mapping[field] ?? ''"
            :data-field="field"
            @change="map(field, ($event.target as HTMLSelectElement).value)"
          >
            <option value="">not in the file</option>
            <option v-if="mapping[field] && !read.header.includes(mapping[field]!)" :value="mapping[field]">
              {{ mapping[field] }} (missing)
            </option>
            <option v-for="(heading, at) in read.header" :key="at" :value="heading">{{ heading }}</option>
          </select></label
        >
        <label
          ><span class="quiet">add a column</span>
          <select
            class="text-field"
            value=""
            @change="map(($event.target as HTMLSelectElement).value as PresetField, read!.header[0] ?? '')"
          >
            <option value="" disabled>more …</option>
            <option v-for="field in PRESET_FIELDS.filter((one) => !fieldsNeeded.includes(one))" :key="field" :value="field">
              {{ FIELD_WORDS[field] }}
            </option>
          </select></label
        >
        <label
          ><span class="quiet">{{ read.header.some(unitOfHeading) ? 'The others are in' : 'Figures are in' }}</span>
          <select v-model="unit" class="text-field" @change="look(true)">
            <option value="mm">millimetres</option>
            <option value="in">inches</option>
          </select></label
        >
      </div>
      <div v-if="read.problems.length > 0" class="sheet problems">
        <p class="stop" role="alert">
          Nothing can be taken from this file as it is: {{ read.problems.length }}
          {{ read.problems.length === 1 ? 'place' : 'places' }} cannot be understood.
        </p>
        <ul>
          <li v-for="problem in read.problems" :key="problem.sentence" class="stop">{{ problem.sentence }}</li>
        </ul>
      </div>
      <template v-else>
        <p class="line">
          <strong>{{ read.tools }} tools, {{ differences.length }} differences</strong>
          <span class="quiet">{{ taken.length }} chosen</span>
          <button type="button" class="plain" @click="all('register')">all figures</button>
          <button type="button" class="plain" @click="all('record')">all of the record</button>
          <button type="button" class="plain" @click="all('new')">all new tools</button>
          <button type="button" class="plain" @click="all(null)">none</button>
        </p>
        <p v-if="differences.length === 0" class="quiet">The file says what is on record already.</p>
        <div v-else class="sheet list">
          <table>
            <thead>
              <tr>
                <th></th>
                <th>Line</th>
                <th>Tool</th>
                <th>What</th>
                <th class="right">On record</th>
                <th class="right">In the file</th>
                <th></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in differences.slice(0, MOST)" :key="one.id" :data-difference="one.id">
                <td>
                  <label class="tick"
                    ><input
                      type="checkbox"
                      :checked="chosen.has(one.id)"
                      :disabled="one.kind === 'new' && one.assembly === null"
                      :aria-label="`take ${one.tool}, ${one.name}`"
                      @change="toggle(one.id)"
                  /></label>
                </td>
                <td class="quiet figure">{{ one.line }}</td>
                <td>{{ one.tool }}</td>
                <td>
                  <strong v-if="one.kind === 'register'">{{ one.name }}</strong><template v-else>{{ one.name }}</template>
                </td>
                <td class="right figure">{{ figure(one.now, one) || (one.kind === 'new' ? '' : 'unset') }}</td>
                <td class="right figure after">{{ figure(one.next, one) }}</td>
                <td class="small">
                  <span class="quiet">{{ one.note }}</span>
                  <span v-if="one.doubt" class="query"><VerdictMark verdict="query" /> {{ one.doubt }}</span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-if="differences.length > MOST" class="quiet">
          The first {{ MOST }} are shown; the other {{ differences.length - MOST }} are chosen or left by the buttons above.
        </p>
        <TogetherSheet
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

<style scoped>
.presets {
  display: grid;
  gap: 10px;
}
.first,
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: end;
}
.line {
  align-items: center;
}
p {
  margin: 0;
}
label {
  display: grid;
  gap: 2px;
}
.pick {
  display: inline-flex;
}
.tick {
  place-items: center;
  width: 44px;
  min-height: 44px;
  cursor: pointer;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(186px, 1fr));
  gap: 8px 14px;
  padding: 10px 16px;
}
.columns label {
  min-width: 0;
  align-content: end;
}
.columns select {
  width: 100%;
  min-width: 0;
}
.columns span {
  font-size: 14px;
}
.problems {
  padding: 10px 16px;
  border-left: 4px solid var(--stop);
}
.list {
  overflow: auto;
  max-height: 360px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 0 12px;
  height: 44px;
  border-bottom: 1px solid var(--rule);
}
thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  color: var(--quiet);
  font-size: 15px;
}
td input {
  width: 22px;
  height: 22px;
}
.right {
  text-align: right;
}
.after {
  font-weight: 700;
}
</style>
