<script setup lang="ts">
import {
  axesOf,
  commonRegister,
  expectedRegister,
  geometryRegister,
  isSuspect,
  listed,
  parseRegisterKey,
  PROBE_SIDES,
  probeRegister,
  reachRegister,
  registerKey,
  registerName,
  rotationRegister,
  setterRegister,
  standingNote,
  workRegister,
  type RegisterRef,
  type Scene,
} from '@rook/core'
import { computed, ref } from 'vue'
import DisturbDialog from './DisturbDialog.vue'
import StandingCell from './StandingCell.vue'
import VerdictMark from './VerdictMark.vue'

const props = defineProps<{ scene: Scene; slots?: string[] }>()
const disturbing = ref<string | null>(null)

const key = (register: RegisterRef) => registerKey(register)
const has = (register: RegisterRef) => props.scene.standing[key(register)] !== undefined
const axes = computed(() => axesOf(props.scene.machine))
const turns = computed(() => props.scene.machine.slots.some(({ code }) => has(rotationRegister(code))))
const shown = computed(() => props.scene.machine.slots.filter(({ code }) => !props.slots || props.slots.includes(code)))
const work = computed(() => [
  ...shown.value.map(({ code, name }) => ({
    name: code,
    detail: name,
    cells: [...axes.value.map((axis) => key(workRegister(code, axis))), ...(turns.value ? [key(rotationRegister(code))] : [])],
  })),
  ...shown.value
    .filter(({ code }) => axes.value.some((axis) => has(expectedRegister(code, axis)) && !has(workRegister(code, axis))))
    .map(({ code }) => ({
      name: code,
      detail: 'expected after the flip',
      cells: axes.value.map((axis) => key(expectedRegister(code, axis))),
    })),
  ...(axes.value.some((axis) => has(commonRegister(axis)))
    ? [{ name: 'Common shift', detail: 'added to every slot', cells: axes.value.map((axis) => key(commonRegister(axis))) }]
    : []),
])
const isLathe = computed(() => props.scene.machine.kind === 'lathe')
const tools = computed(() => [
  ...props.scene.tools.map((tool) => ({
    name: `T${tool.number}`,
    detail: tool.name,
    cells: isLathe.value
      ? [key(geometryRegister(tool.offset, 'X')), key(geometryRegister(tool.offset, 'Z'))]
      : [key(reachRegister(props.scene.machine, tool))],
  })),
  ...props.scene.gauges
    .filter(({ family, id }) => family === 'setter' && has(setterRegister(id)))
    .map(({ id, name }) => ({ name, detail: 'constant K', cells: [key(setterRegister(id))] })),
])
const probes = computed(() =>
  props.scene.gauges
    .filter(({ family, id }) => family === 'touch-probe' && has(probeRegister(id, 'X+')))
    .map(({ id, name }) => ({ name, cells: PROBE_SIDES.map((side) => key(probeRegister(id, side))) })),
)
/** The least that has to be redone, by name and by reason. */
const reasons = computed(() => {
  const named = new Map<string, string[]>()
  for (const register of [...work.value, ...tools.value, ...probes.value].flatMap(({ cells }) => cells)) {
    const note = standingNote(register, props.scene)
    if (!isSuspect(note)) continue
    named.set(note.because!, [...(named.get(note.because!) ?? []), registerName(parseRegisterKey(register), props.scene.gauges)])
  }
  return [...named].map(([because, names]) => `${listed(names)}: ${because}.`)
})
</script>

<template>
  <div>
    <ul v-if="reasons.length > 0" class="reasons stop">
      <li v-for="reason in reasons" :key="reason"><VerdictMark verdict="stop" /> {{ reason }}</li>
      <li>What is struck through must be measured again before it is used.</li>
    </ul>
    <div class="tables">
      <div>
        <table>
          <thead>
            <tr>
              <th>Slot</th>
              <th v-for="axis in axes" :key="axis">
                {{ axis }} <span class="quiet">{{ scene.machine.unit }}</span>
              </th>
              <th v-if="turns">Rotation</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in work" :key="row.name + row.detail">
              <th scope="row">
                {{ row.name }}<span class="quiet small name">{{ row.detail }}</span>
              </th>
              <StandingCell
                v-for="register in row.cells"
                :key="register"
                :register="register"
                :scene="scene"
                @disturb="disturbing = $event"
              />
            </tr>
          </tbody>
        </table>
      </div>
      <div>
        <table>
          <thead>
            <tr>
              <th>Tool</th>
              <template v-if="isLathe">
                <th>Geometry X</th>
                <th>Geometry Z</th>
              </template>
              <th v-else>
                Length <span class="quiet">{{ scene.machine.unit }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in tools" :key="row.name">
              <th scope="row">
                {{ row.name }}<span class="quiet small name">{{ row.detail }}</span>
              </th>
              <StandingCell
                v-for="register in row.cells"
                :key="register"
                :register="register"
                :scene="scene"
                may-disturb
                @disturb="disturbing = $event"
              />
            </tr>
          </tbody>
        </table>
        <table v-for="probe in probes" :key="probe.name">
          <thead>
            <tr>
              <th>{{ probe.name }}, radius</th>
              <th v-for="side in PROBE_SIDES" :key="side">{{ side.replace('-', '\u2212') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row" class="quiet small">moving</th>
              <StandingCell v-for="register in probe.cells" :key="register" :register="register" :scene="scene" brief />
            </tr>
          </tbody>
        </table>
      </div>
    </div>
    <DisturbDialog v-if="disturbing" :machine="scene.machine" :register="disturbing" @close="disturbing = null" />
  </div>
</template>

<style scoped>
.tables {
  display: grid;
  gap: 18px;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  align-items: start;
}
.tables > * {
  min-width: 0;
  overflow-x: auto;
}
.reasons {
  margin: 0 0 10px;
  padding: 0;
  list-style: none;
}
.reasons svg {
  vertical-align: -2px;
}
table {
  border-collapse: collapse;
  width: 100%;
}
table + table {
  margin-top: 14px;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--quiet);
  font-size: 15px;
  border-bottom: 1px solid var(--rule);
  padding: 6px 10px 6px 0;
  vertical-align: top;
}
thead th:not(:first-child) {
  text-align: right;
}
tbody th {
  color: var(--ink);
  font-weight: 700;
}
.name {
  display: block;
  font-weight: 400;
}
@media (max-width: 760px) {
  th {
    padding-right: 6px;
  }
}
@media (max-width: 1100px) {
  .tables {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
