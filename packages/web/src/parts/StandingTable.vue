<script setup lang="ts">
import {
  asShown,
  axesOf,
  reachRegister,
  registerKey,
  workRegister,
  geometryRegister,
  type RegisterRef,
  type Scene,
  type Standing,
} from '@rook/core'
import { computed } from 'vue'
import { useSession } from '../app/session.ts'
import { when } from '../app/time.ts'

const props = defineProps<{ scene: Scene; slots?: string[] }>()
const session = useSession()

interface Cell {
  key: string
  standing: Standing | undefined
  word: string
}

const cell = (register: RegisterRef): Cell => {
  const key = registerKey(register)
  const standing = props.scene.standing[key]
  return { key, standing, word: wordOf(standing) }
}

function wordOf(standing: Standing | undefined): string {
  if (!standing) return 'unset'
  if (standing.state === 'deliberately-zero') return 'zero on purpose'
  const carried = props.scene.plan !== null && standing.setup !== props.scene.plan.setup
  return carried ? 'carried over' : standing.seen ? 'measured, seen' : 'measured'
}
const classOf = (word: string) =>
  `standing-${word === 'zero on purpose' ? 'on-purpose' : word.startsWith('measured') ? 'measured' : word.replace(' ', '-')}`

const axes = computed(() => axesOf(props.scene.machine))
const work = computed(() =>
  props.scene.machine.slots
    .filter(({ code }) => !props.slots || props.slots.includes(code))
    .map((slot) => ({ ...slot, cells: axes.value.map((axis) => cell(workRegister(slot.code, axis))) })),
)
const tools = computed(() =>
  props.scene.tools.map((tool) => ({
    ...tool,
    cells:
      props.scene.machine.kind === 'lathe'
        ? [cell(geometryRegister(tool.offset, 'X')), cell(geometryRegister(tool.offset, 'Z'))]
        : [cell(reachRegister(props.scene.machine, tool))],
  })),
)
const setters = computed(() =>
  props.scene.gauges
    .filter(({ family, id }) => family === 'setter' && props.scene.standing[`setter/${id}/K/geometry`])
    .map(({ id, name }) => ({ name, cell: cell({ family: 'setter', slot: id, property: 'K', layer: 'geometry' }) })),
)
</script>

<template>
  <div class="tables">
    <table>
      <thead>
        <tr>
          <th>Slot</th>
          <th v-for="axis in axes" :key="axis">
            {{ axis }} <span class="quiet">{{ scene.machine.unit }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="slot in work" :key="slot.code">
          <th scope="row">
            {{ slot.code }}<span class="quiet small name">{{ slot.name }}</span>
          </th>
          <td v-for="one in slot.cells" :key="one.key">
            <component
              :is="one.standing ? 'RouterLink' : 'span'"
              class="value"
              :to="one.standing && { name: 'entry', params: { entry: one.standing.entry } }"
            >
              <span class="figure" :class="classOf(one.word)">{{
                one.standing ? asShown(one.standing.value, scene.machine) : 'unset'
              }}</span>
              <span v-if="one.standing" class="quiet small">{{ one.word }}, {{ when(one.standing.at, session.shop) }}</span>
            </component>
          </td>
        </tr>
      </tbody>
    </table>
    <table>
      <thead>
        <tr>
          <th>Tool</th>
          <template v-if="scene.machine.kind === 'lathe'">
            <th>Geometry X</th>
            <th>Geometry Z</th>
          </template>
          <th v-else>
            Length <span class="quiet">{{ scene.machine.unit }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="tool in tools" :key="tool.number">
          <th scope="row">
            T{{ tool.number }}<span class="quiet small name">{{ tool.name }}</span>
          </th>
          <td v-for="one in tool.cells" :key="one.key">
            <component
              :is="one.standing ? 'RouterLink' : 'span'"
              class="value"
              :to="one.standing && { name: 'entry', params: { entry: one.standing.entry } }"
            >
              <span class="figure" :class="classOf(one.word)">{{
                one.standing ? asShown(one.standing.value, scene.machine) : 'unset'
              }}</span>
              <span v-if="one.standing" class="quiet small">{{ one.word }}, {{ when(one.standing.at, session.shop) }}</span>
            </component>
          </td>
        </tr>
        <tr v-for="setter in setters" :key="setter.name">
          <th scope="row">{{ setter.name }}<span class="quiet small name">constant K</span></th>
          <td>
            <RouterLink class="value" :to="{ name: 'entry', params: { entry: setter.cell.standing!.entry } }">
              <span class="figure" :class="classOf(setter.cell.word)">{{ asShown(setter.cell.standing!.value, scene.machine) }}</span>
              <span class="quiet small">{{ setter.cell.word }}, {{ when(setter.cell.standing!.at, session.shop) }}</span>
            </RouterLink>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.tables {
  display: grid;
  gap: 18px;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  align-items: start;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--quiet);
  font-size: 15px;
}
thead th:not(:first-child) {
  text-align: right;
}
tbody th {
  color: var(--ink);
  font-weight: 700;
}
td,
th {
  border-bottom: 1px solid var(--rule);
  padding: 6px 10px 6px 0;
  vertical-align: top;
}
.name {
  display: block;
  font-weight: 400;
}
.value {
  display: grid;
  justify-items: end;
  text-align: right;
  min-height: 44px;
  align-content: center;
  color: inherit;
  text-decoration: none;
}
.figure {
  font-size: 20px;
}
@media (max-width: 760px) {
  .figure {
    font-size: 16px;
  }
  td,
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
