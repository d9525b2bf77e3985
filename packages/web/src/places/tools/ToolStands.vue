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
    <table>
      <thead>
        <tr>
          <th>in {{ scene.machine.unit }}</th>
          <th class="right">geometry</th>
          <th class="right">wear</th>
          <th class="right">total</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="pair in row.pairs" :key="pair.geometry">
          <th scope="row">{{ pair.name }}</th>
          <StandingCell :register="pair.geometry" :scene="scene" />
          <StandingCell v-if="pair.wear" :register="pair.wear" :scene="scene" />
          <td v-else></td>
          <td class="figure right">{{ pair.total === null || !pair.wear ? '' : asRegister(pair.geometry, pair.total, scene.machine) }}</td>
        </tr>
      </tbody>
    </table>
    <div class="groups">
      <p v-for="group in groups" :key="group.label" class="ways">
        <span class="quiet">{{ group.label }}</span>
        <GoTo v-for="routine in group.routines" :key="routine.id" :to="to(routine.id)" :title="routine.purpose">{{ routine.name }}</GoTo>
      </p>
    </div>
    <p v-for="{ routine, refusal } in ways.filter((way) => way.refusal)" :key="routine.id" class="quiet refused">
      {{ routine.name }}: {{ refusal }}
    </p>
  </section>
</template>

<style scoped>
table {
  border-collapse: collapse;
  min-width: min(100%, 640px);
}
th {
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--rule);
  color: var(--quiet);
  font-size: 15px;
  font-weight: 400;
  text-align: left;
}
th[scope] {
  color: var(--ink);
}
.right {
  text-align: right;
}
td.figure {
  border-bottom: 1px solid var(--rule);
  padding: 4px 10px 4px 16px;
  font-size: 20px;
}
.groups,
.ways {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  margin: 0;
}
.groups {
  gap: 10px 32px;
  margin-top: 10px;
}
.refused {
  margin: 6px 0 0;
}
</style>
