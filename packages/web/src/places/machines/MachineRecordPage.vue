<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSend } from '../../sending/use-send.ts'
import { useContextLine } from '../../app/context.ts'
import { useKeptForm } from '../../app/kept-form.ts'
import { useMachines } from '../../app/queries.ts'
import KeptNotice from '../../parts/KeptNotice.vue'
import { CONVENTION_WORDS, KINDS, LIMITS, type RotaryAxis } from '@rook/core'
import { axesOfKind, blankForm, formOf, limitText, readForm } from './record-form.ts'

const props = defineProps<{ machine?: string }>()
const machines = useMachines()
const router = useRouter()
const known = computed(() => machines.data.value?.find(({ id }) => id === props.machine))
const { form, resumed, movedOn, begin } = useKeptForm(
  () => `machine:${props.machine ?? ''}`,
  () => (props.machine === undefined ? blankForm() : known.value && formOf(known.value)),
)
const problems = ref<string[]>([])
const { trouble, send } = useSend()
const asks = (field: (typeof KINDS)['mill']['asks'][number]) =>
  form.value !== null && form.value !== undefined && KINDS[form.value.kind].asks.includes(field)
const spare = computed(() => KINDS[form.value!.kind].rotary.filter((axis) => !form.value!.rotary.some((one) => one.axis === axis)))
const addRotary = (axis: RotaryAxis) => form.value!.rotary.push({ axis, increment: '0.001', min: '', max: '', sense: 1 })
useContextLine(() => ['Machines'])

async function keep(): Promise<void> {
  if (!form.value) return
  const read = readForm(form.value)
  if ('problems' in read) {
    problems.value = read.problems
    return
  }
  problems.value = []
  const kept = props.machine
    ? await send('changeMachine', { params: { id: props.machine }, body: read.input })
    : await send('addMachine', { body: read.input })
  if (!kept) {
    problems.value = [trouble.value!]
    return
  }
  begin()
  await router.push({ name: 'machine', params: { machine: kept.id } })
}
</script>

<template>
  <p v-if="!form" class="page quiet">Opening …</p>
  <form v-else class="page" @submit.prevent="keep">
    <h1>{{ machine ? `Record of ${known?.name ?? ''}` : 'A new machine' }}</h1>
    <KeptNotice :resumed="resumed" :moved-on="movedOn" @begin="begin" />
    <ul v-if="problems.length > 0" role="alert" class="stop">
      <li v-for="problem in problems" :key="problem">{{ problem }}</li>
    </ul>
    <div class="fields">
      <label><span>Name</span><input v-model="form.name" maxlength="40" /></label>
      <label
        ><span>Kind</span>
        <select v-model="form.kind">
          <option value="mill">mill or router</option>
          <option value="lathe">lathe</option>
        </select></label
      >
      <label
        ><span>Unit</span>
        <select v-model="form.unit">
          <option value="mm">millimetres</option>
          <option value="in">inches</option>
        </select></label
      >
      <label><span>Least increment</span><input v-model="form.increment" class="figure" /></label>
      <label><span>Offset numbers, 1 to</span><input v-model="form.offsets" class="figure" /></label>
      <label v-if="asks('lengthConvention')"
        ><span>Length in Z</span>
        <select v-model="form.lengthConvention">
          <option v-for="(words, convention) in CONVENTION_WORDS" :key="convention" :value="convention">{{ words }}</option>
        </select></label
      >
      <label v-if="asks('diameterRegister')"
        ><span>D registers hold</span>
        <select v-model="form.diameterRegister">
          <option value="diameter">diameters</option>
          <option value="radius">radii</option>
        </select></label
      >
      <label v-if="asks('xReads')"
        ><span>X reads</span>
        <select v-model="form.xReads">
          <option value="diameter">diameters</option>
          <option value="radius">radii</option>
        </select></label
      >
      <label v-if="asks('spindles')"
        ><span>Spindles</span>
        <select v-model="form.subSpindle">
          <option :value="false">main spindle</option>
          <option :value="true">main and sub-spindle</option>
        </select></label
      >
      <label v-if="asks('turrets')"><span>Stations on the turret</span><input v-model="form.stations" class="figure" /></label>
      <label v-if="asks('rotates')"
        ><span>With a zero it can</span>
        <select v-model="form.rotates">
          <option :value="false">shift only</option>
          <option :value="true">shift and turn</option>
        </select></label
      >
      <label v-if="asks('displayTurns') && form.rotates"
        ><span>Part display of a turned zero</span>
        <select v-model="form.displayTurns">
          <option :value="true">turns with it</option>
          <option :value="false">counts along the machine</option>
        </select></label
      >
    </div>
    <template v-if="asks('rotary')">
      <h2>Rotary axes, in degrees</h2>
      <div v-for="(one, at) in form.rotary" :key="one.axis" class="fields">
        <label><span>Axis</span><input :value="one.axis" readonly /></label>
        <label
          ><span>Step of {{ one.axis }}</span
          ><input v-model="one.increment" class="figure"
        /></label>
        <label
          ><span>{{ one.axis }} from</span><input v-model="one.min" class="figure" placeholder="without end"
        /></label>
        <label
          ><span>{{ one.axis }} to</span><input v-model="one.max" class="figure" placeholder="without end"
        /></label>
        <label
          ><span>A growing angle</span>
          <select v-model="one.sense">
            <option :value="1">lifts the plus side of a face</option>
            <option :value="-1">lowers the plus side of a face</option>
          </select></label
        >
        <button type="button" class="link" @click="form.rotary.splice(at, 1)">leave out {{ one.axis }}</button>
      </div>
      <p class="line">
        <button v-for="axis in spare" :key="axis" type="button" class="link" @click="addRotary(axis)">Add a rotary axis {{ axis }}</button>
      </p>
    </template>
    <h2>Travel, in machine coordinates</h2>
    <div class="fields">
      <template v-for="axis in axesOfKind(form.kind)" :key="axis">
        <label
          ><span>{{ axis }} from</span><input v-model="form.travels[axis].min" class="figure"
        /></label>
        <label
          ><span>{{ axis }} to</span><input v-model="form.travels[axis].max" class="figure"
        /></label>
      </template>
    </div>
    <h2>Limits of the checks</h2>
    <p class="quiet">The shop’s figure holds unless this machine has a tighter one. Lengths in {{ form.unit }}.</p>
    <table class="limits">
      <thead>
        <tr>
          <th>What is questioned</th>
          <th>Shop</th>
          <th>This machine</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="limit in LIMITS" :key="limit.id">
          <th scope="row">{{ limit.says }}</th>
          <td class="figure">{{ limitText(limit, limit.value, form.unit) }}<template v-if="limit.kind === 'angle'">°</template></td>
          <td>
            <input
              v-model="form.limits[limit.id]"
              class="figure"
              :aria-label="`This machine: ${limit.says}`"
              placeholder="as the shop"
              maxlength="40"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <h2>Work offset slots</h2>
    <div class="slots">
      <div v-for="(slot, at) in form.slots" :key="at" class="slot">
        <input v-model="slot.code" :aria-label="`Slot ${at + 1}`" maxlength="12" />
        <input v-model="slot.name" :aria-label="`Plain name of slot ${at + 1}`" placeholder="plain name" maxlength="60" />
        <button type="button" class="link" @click="form.slots.splice(at, 1)">leave out</button>
      </div>
      <button type="button" class="link" @click="form.slots.push({ code: '', name: '' })">One more slot</button>
    </div>
    <button type="submit" class="go">Keep this record</button>
  </form>
</template>

<style scoped>
input,
select {
  height: 46px;
  padding: 0 10px;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  min-width: 0;
}
h2 {
  margin: 24px 0 10px;
}
.slots {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(400px, 1fr));
  gap: 8px 24px;
}
.slot {
  display: grid;
  grid-template-columns: 120px 1fr auto;
  gap: 8px;
}
.limits {
  border-collapse: collapse;
  max-width: 900px;
}
.limits th {
  font-weight: 400;
  text-align: left;
}
.limits thead th {
  color: var(--quiet);
  font-size: 15px;
}
.limits td,
.limits th {
  border-bottom: 1px solid var(--rule);
  padding: 2px 14px 2px 0;
}
.limits td {
  text-align: right;
}
.limits input {
  width: 130px;
  text-align: right;
}
</style>
