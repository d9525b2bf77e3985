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
  <table class="border-collapse w-full">
    <thead>
      <tr>
        <th
          class="text-left font-normal text-quiet text-15 border-b border-b-rule py-1.5 pl-0 pr-2.5 align-top max-phone:pr-1.5 not-first:text-right"
        >
          {{ heading }}
        </th>
        <th
          v-for="column in columns"
          :key="column.heading"
          class="text-left font-normal text-quiet text-15 border-b border-b-rule py-1.5 pl-0 pr-2.5 align-top max-phone:pr-1.5 not-first:text-right"
        >
          {{ column.heading }} <span class="quiet">{{ column.unit }}</span>
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.name + row.detail">
        <th class="text-left text-15 border-b border-b-rule py-1.5 pl-0 pr-2.5 align-top max-phone:pr-1.5 text-ink font-bold" scope="row">
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
table + table {
  margin-top: 14px;
}
.name {
  display: block;
  font-weight: 400;
}
</style>
