<script setup lang="ts">
import { routinesForTool, toolRows, type Scene } from '@rook/core'
import { computed } from 'vue'
import StandingCell from '../../parts/StandingCell.vue'
import GoTo from '../../ui/GoTo.vue'
import { asRegister } from '../../parts/written.ts'

/** What stands for one tool in its machine, and the ways to measure or correct it from here. */
const props = defineProps<{ number: string; scene: Scene }>()
const row = computed(() => toolRows(props.scene).find(({ tool }) => tool.number === props.number) ?? null)
const ways = computed(() => routinesForTool(props.number, props.scene))
const GROUPS = [
  { kind: 'touch-off', label: 'Measure it' },
  { kind: 'wear', label: 'Correct its wear' },
] as const
const groups = computed(() =>
  GROUPS.map(({ kind, label }) => ({
    label,
    routines: ways.value.flatMap(({ routine, refusal }) => (routine.kind === kind && !refusal ? [routine] : [])),
  })).filter(({ routines }) => routines.length > 0),
)
const to = (routine: string) => ({
  ...(props.scene.plan
    ? { name: 'setup-routine', params: { setup: props.scene.plan.setup, routine } }
    : { name: 'machine-routine', params: { machine: props.scene.machine.id, routine } }),
  query: { tool: props.number },
})
</script>

<template>
  <section v-if="row">
    <h2>What stands on {{ scene.machine.name }}{{ row.tool.pairOf ? `, T${number}` : '' }}</h2>
    <p v-if="row.tool.pairOf" class="quiet">{{ row.tool.name }}</p>
    <table class="border-collapse min-w-[min(100%,640px)]">
      <thead>
        <tr>
          <th class="py-1 pl-0 pr-2.5 border-b border-b-rule text-15 font-normal text-left">in {{ scene.machine.unit }}</th>
          <th class="right py-1 pl-0 pr-2.5 border-b border-b-rule text-15 font-normal text-right">geometry</th>
          <th class="right py-1 pl-0 pr-2.5 border-b border-b-rule text-15 font-normal text-right">wear</th>
          <th class="right py-1 pl-0 pr-2.5 border-b border-b-rule text-15 font-normal text-right">total</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="pair in row.pairs" :key="pair.geometry">
          <th class="py-1 pl-0 pr-2.5 border-b border-b-rule text-15 font-normal text-left" scope="row">{{ pair.name }}</th>
          <StandingCell :register="pair.geometry" :scene="scene" />
          <StandingCell v-if="pair.wear" :register="pair.wear" :scene="scene" />
          <td v-else></td>
          <td class="figure right text-right border-b border-b-rule py-1 pl-4 pr-2.5 text-20">
            {{ pair.total === null || !pair.wear ? '' : asRegister(pair.geometry, pair.total, scene.machine) }}
          </td>
        </tr>
      </tbody>
    </table>
    <div class="flex flex-wrap items-center m-0 gap-x-8 gap-y-2.5 mt-2.5">
      <p v-for="group in groups" :key="group.label" class="ways flex flex-wrap items-center gap-2.5 m-0">
        <span class="quiet">{{ group.label }}</span>
        <GoTo v-for="routine in group.routines" :key="routine.id" :to="to(routine.id)" :title="routine.purpose">{{ routine.name }}</GoTo>
      </p>
    </div>
    <p v-for="{ routine, refusal } in ways.filter((way) => way.refusal)" :key="routine.id" class="quiet mx-0 mt-1.5 mb-0">
      {{ routine.name }}: {{ refusal }}
    </p>
  </section>
</template>

<style scoped>
th {
  color: var(--quiet);
}
th[scope] {
  color: var(--ink);
}
</style>
