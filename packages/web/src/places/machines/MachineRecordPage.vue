<script setup lang="ts">
import { Button, Checkbox, Form, Input } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { isRefusedAs, useSend } from '../../client/use-send.ts'
import { useContextLine } from '../../client/context.ts'
import { useKeptForm } from '../../client/kept-form.ts'
import { useMachines } from '../../client/queries.ts'
import KeptNotice from '../../parts/KeptNotice.vue'
import { KINDS, LIMITS, limitSays, type RotaryAxis, unitWord, USUAL_STEP } from '@rook/core'
import { useChecked } from '../../ui/checked.ts'
import PickField from '../../ui/PickField.vue'
import Rows from '../../ui/Rows.vue'
import FoundOut from './FoundOut.vue'
import type { Convention } from './record-guide.ts'
import TextField from '../../ui/TextField.vue'
import TurretFields from './TurretFields.vue'
import WordField from '../../ui/WordField.vue'
import { axesOfKind, blankForm, formOf, limitText, machineShape } from './record-form.ts'
import {
  ACROSS,
  BARE,
  CONVENTIONS,
  DISPLAY_TURNS,
  DISTANCES,
  MACHINE_KINDS,
  ROTATES,
  SEMICOLONS,
  SENSES,
  SPINDLES,
  TOOL_WORDS,
  UNITS,
} from './record-words.ts'

const props = defineProps<{ machine?: string }>()
const machines = useMachines()
const router = useRouter()
const known = computed(() => machines.data.value?.find(({ id }) => id === props.machine))
const { form, resumed, movedOn, begin } = useKeptForm(
  () => `machine:${props.machine ?? ''}`,
  () => (props.machine === undefined ? blankForm() : known.value && formOf(known.value)),
)
const { trouble, send, outcome } = useSend()
const fields = computed(() => (outcome.value.kind === 'refused' ? outcome.value.fields : {}))
const sure = ref(false)
const reason = ref('')
/** Once the ledger has asked, the field stays: what was written in it is still to be read. */
const asksWhy = computed(() => 'reason' in fields.value || reason.value !== '')
const asksStep = computed(() => sure.value || isRefusedAs(outcome.value, 'unlikely'))
// The step of a display goes with its unit, until somebody has written another one.
watch(
  () => form.value?.unit,
  (unit, before) => {
    if (unit && before && unit !== before && form.value!.increment === USUAL_STEP[before]) form.value!.increment = USUAL_STEP[unit]
  },
)
const checked = useChecked(machineShape, () => form.value!)
const wrong = (field: string) => checked.problems.value[field]
const asks = (field: (typeof KINDS)['mill']['asks'][number]) =>
  form.value !== null && form.value !== undefined && KINDS[form.value.kind].asks.includes(field)
/** What somebody may have to find out at the machine; of each kind only what its record asks. */
const conventions = computed((): Convention[] => [
  'increment',
  'travels',
  ...(['lengthConvention', 'diameterRegister', 'xReads', 'rotates', 'displayTurns'] as const).filter(
    (field) => asks(field) && (field !== 'displayTurns' || form.value!.rotates),
  ),
  ...(asks('turrets') ? (['wear', 'master'] as const) : []),
])
const spare = computed(() => KINDS[form.value!.kind].rotary.filter((axis) => !form.value!.rotary.some((one) => one.axis === axis)))
const addRotary = (axis: RotaryAxis) => form.value!.rotary.push({ axis, increment: '0.001', min: '', max: '', sense: 1 })
const LIMIT_COLUMNS = [
  { key: 'says', title: 'Questioned where' },
  { key: 'shop', title: 'Shop', align: 'right', width: 120 },
  { key: 'own', title: 'This machine', width: 170 },
] as const
useContextLine(() => ['Machines'])

async function keep(): Promise<void> {
  if (!form.value) return
  trouble.value = null
  const said = checked.take()
  if (!said) return
  const body = { ...said, sure: sure.value, reason: reason.value.trim() || null }
  const kept = props.machine ? await send('changeMachine', { params: { id: props.machine }, body }) : await send('addMachine', { body })
  if (!kept) return
  begin()
  await router.push({ name: 'machine', params: { machine: kept.id } })
}
</script>

<template>
  <p v-if="!form" class="page quiet">Opening …</p>
  <Form v-else class="page" @submit.prevent="keep">
    <h1>{{ machine ? `Record of ${known?.name ?? ''}` : 'A new machine' }}</h1>
    <KeptNotice :resumed="resumed" :moved-on="movedOn" @begin="begin" />
    <div class="fields">
      <WordField v-model="form.name" label="Name" :maxlength="40" :problem="wrong('name')" />
      <PickField v-model="form.kind" label="Kind" :options="MACHINE_KINDS" />
      <PickField v-model="form.unit" label="Unit" :options="UNITS" />
      <WordField v-model="form.increment" label="Least increment" figure :maxlength="40" :problem="wrong('increment')" />
      <WordField v-model="form.offsets" label="Offset numbers, 1 to" figure :maxlength="6" :problem="wrong('offsets')" />
      <PickField v-if="asks('lengthConvention')" v-model="form.lengthConvention" label="Length in Z" :options="CONVENTIONS" />
      <PickField v-if="asks('diameterRegister')" v-model="form.diameterRegister" label="D registers hold" :options="ACROSS" />
      <PickField v-if="asks('xReads')" v-model="form.xReads" label="X reads" :options="ACROSS" />
      <PickField v-if="asks('spindles')" v-model="form.subSpindle" label="Spindles" :options="SPINDLES" />
      <PickField v-if="asks('rotates')" v-model="form.rotates" label="Its zeros" :options="ROTATES" />
      <PickField
        v-if="asks('displayTurns') && form.rotates"
        v-model="form.displayTurns"
        label="Part display of a turned zero"
        :options="DISPLAY_TURNS"
      />
    </div>
    <TurretFields v-if="asks('turrets')" v-model="form.turret" :sub-spindle="form.subSpindle" :problems="checked.problems.value" />
    <template v-if="asks('rotary')">
      <h2>Rotary axes, in degrees</h2>
      <div v-for="(one, at) in form.rotary" :key="one.axis" class="fields">
        <strong class="self-end leading-11">{{ one.axis }}</strong>
        <WordField
          v-model="one.increment"
          :label="`Step of ${one.axis}`"
          figure
          :maxlength="12"
          :problem="wrong(`rotary.${at}.increment`)"
        />
        <WordField
          v-model="one.min"
          :label="`${one.axis} from`"
          figure
          :maxlength="12"
          placeholder="without end"
          :problem="wrong(`rotary.${at}.min`)"
        />
        <WordField
          v-model="one.max"
          :label="`${one.axis} to`"
          figure
          :maxlength="12"
          placeholder="without end"
          :problem="wrong(`rotary.${at}.max`)"
        />
        <PickField v-model="one.sense" label="A growing angle" :options="SENSES" />
        <Button type="link" @click="form.rotary.splice(at, 1)">leave out {{ one.axis }}</Button>
      </div>
      <p class="line">
        <Button v-for="axis in spare" :key="axis" type="link" @click="addRotary(axis)">Add a rotary axis {{ axis }}</Button>
      </p>
    </template>
    <h2>Travel, in machine coordinates, {{ form.unit === 'in' ? 'inches' : 'mm' }} unless said</h2>
    <div class="fields">
      <template v-for="axis in axesOfKind(form.kind)" :key="axis">
        <WordField
          v-model="form.travels[axis].min"
          :label="`${axis} from`"
          figure
          :maxlength="40"
          :problem="wrong(`travels.${axis}.min`)"
        />
        <WordField v-model="form.travels[axis].max" :label="`${axis} to`" figure :maxlength="40" :problem="wrong(`travels.${axis}.max`)" />
      </template>
    </div>
    <FoundOut :asked="conventions" />
    <h2>Start-up</h2>
    <TextField
      v-model="form.startUp"
      label="What is looked at before it is used, a line each"
      :rows="4"
      :maxlength="4000"
      :problem="wrong('startUp')"
    />
    <h2>How its control reads a program</h2>
    <div class="fields">
      <PickField v-model="form.dialect.bare" label="A length without a point" :options="BARE" />
      <PickField v-model="form.dialect.tool" label="Tools are called" :options="TOOL_WORDS" />
      <PickField v-model="form.dialect.codesForDistance" label="Absolute, incremental" :options="DISTANCES" />
      <PickField v-model="form.dialect.semicolon" label="A semicolon" :options="SEMICOLONS" />
    </div>
    <h2>Limits of the checks</h2>
    <p class="quiet">The shop’s figure holds unless this machine has a tighter one. Lengths in {{ unitWord(form.unit) }}.</p>
    <Rows class="max-w-225" :columns="LIMIT_COLUMNS" :rows="LIMITS" :row-key="({ id }) => id">
      <template #says="{ row }">{{ limitSays(row, form.unit) }}</template>
      <template #shop="{ row }"
        ><span class="figure">{{ limitText(row, row.value, form.unit) }}{{ row.kind === 'angle' ? '°' : '' }}</span></template
      >
      <template #own="{ row }">
        <Input
          v-model:value="form.limits[row.id]"
          class="figure"
          :aria-label="`This machine: ${limitSays(row, form.unit)}`"
          placeholder="as the shop"
          :maxlength="40"
        />
      </template>
    </Rows>
    <h2>Work offset slots</h2>
    <div class="slots grid grid-cols-[repeat(auto-fill,minmax(min(400px,100%),1fr))] gap-x-6 gap-y-2">
      <div v-for="(slot, at) in form.slots" :key="at" class="grid grid-cols-[120px_minmax(0,1fr)_auto_auto] gap-2">
        <Input v-model:value="slot.code" :aria-label="`Slot ${at + 1}`" :maxlength="12" />
        <Input v-model:value="slot.name" :aria-label="`Plain name of slot ${at + 1}`" placeholder="plain name" :maxlength="60" />
        <Checkbox v-if="asks('spindles') && form.subSpindle" v-model:checked="slot.onSub">sub-spindle</Checkbox>
        <Button type="link" @click="form.slots.splice(at, 1)">leave out</Button>
      </div>
      <Button type="link" @click="form.slots.push({ code: '', name: '', onSub: false })">One more slot</Button>
    </div>
    <!-- The record is long: what is wrong with it, and what keeps it, stay in sight. -->
    <div class="keep">
      <p v-if="trouble" role="alert" class="stop">{{ trouble }}</p>
      <p v-if="asksStep"><Checkbox v-model:checked="sure">The increment is so</Checkbox></p>
      <TextField v-if="asksWhy" v-model="reason" label="Why the record is put right" :rows="2" :maxlength="500" />
      <ul v-if="checked.sentences.value.length > 0" role="alert" class="stop">
        <li v-for="problem in checked.sentences.value" :key="problem">{{ problem }}</li>
      </ul>
      <Button html-type="submit" type="primary" size="large">Keep this record</Button>
    </div>
  </Form>
</template>

<style scoped>
.keep {
  position: sticky;
  bottom: 0;
  z-index: 1;
  padding: 10px 0;
  background: var(--paper);
}
.keep > :not(:last-child) {
  margin: 0 0 10px;
}
.keep > ul {
  max-height: 30vh;
  overflow: auto;
}
h2 {
  margin: 24px 0 10px;
}
</style>
