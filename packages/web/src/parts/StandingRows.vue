<script setup lang="ts">
import type { RegisterKey, Scene } from '@rook/core'
import StandingCell from './StandingCell.vue'

/** One table of what stands: a row for each slot, tool or probe, a column for each thing it holds. */
defineProps<{
  heading: string
  columns: readonly { heading: string; unit: string }[]
  rows: readonly { name: string; detail: string | null; cells: readonly (RegisterKey | null)[] }[]
  scene: Scene
  mayDisturb?: boolean
  brief?: boolean
  /** Figure, word and time stand on one line. */
  line?: boolean
}>()
defineEmits<{ disturb: [register: RegisterKey] }>()
</script>

<template>
  <table>
    <thead>
      <tr>
        <th>{{ heading }}</th>
        <th v-for="column in columns" :key="column.heading">
          {{ column.heading }} <span class="quiet">{{ column.unit }}</span>
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.name + row.detail">
        <th scope="row">
          {{ row.name }}<span class="quiet small name">{{ row.detail }}</span>
        </th>
        <template v-for="(register, at) in row.cells" :key="at">
          <StandingCell
            v-if="register"
            :register="register"
            :scene="scene"
            :may-disturb="mayDisturb"
            :brief="brief"
            :line="line"
            @disturb="$emit('disturb', $event)"
          />
          <td v-else></td>
        </template>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
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
</style>
