<script setup lang="ts">
import { asShown, nm, type Extents, type ProgramRead, type Reached } from '@rook/core'
import { computed } from 'vue'
import { useMachines } from '../../client/queries.ts'
import Rows from '../../ui/Rows.vue'

/** What a program reaches, tool by tool and slot by slot, in part coordinates. */
const props = defineProps<{ read: ProgramRead; machine: string }>()
const machines = useMachines()
const record = computed(() => machines.data.value?.find(({ id }) => id === props.machine) ?? null)

const COLUMNS = [
  { key: 'tool', title: 'Tool', names: true },
  { key: 'slot', title: 'Slot' },
  { key: 'X', title: 'Cuts X', align: 'right' },
  { key: 'Y', title: 'Y', align: 'right' },
  { key: 'Z', title: 'Z', align: 'right' },
] as const
const AXES = ['X', 'Y', 'Z'] as const

/** The least and the greatest figure, each of which stays whole while a narrow screen breaks between them. */
function span(reached: Reached, axis: (typeof AXES)[number]): string[] {
  const found = reached[axis]
  if (!found || !record.value) return []
  const shown = (value: number) => asShown(nm(Math.round(value)), record.value!)
  return found.min === found.max ? [shown(found.min)] : [shown(found.min), shown(found.max)]
}
const rowOf = ({ tool, slot, feed }: Extents) => ({
  key: `${tool} ${slot}`,
  tool: tool === null ? 'no tool' : `T${tool}`,
  slot: slot ?? 'no slot',
  X: span(feed, 'X'),
  Y: span(feed, 'Y'),
  Z: span(feed, 'Z'),
})
const rows = computed(() => props.read.extents.filter(({ feed }) => AXES.some((axis) => feed[axis])).map(rowOf))
</script>

<template>
  <section v-if="rows.length > 0" aria-label="How far it cuts">
    <h2>How far it cuts, from part zero</h2>
    <Rows :columns="COLUMNS" :rows="rows" :row-key="({ key }) => key" :row-is="({ key }) => ({ 'data-cuts': key })">
      <template v-for="axis in AXES" :key="axis" #[axis]="{ row }"
        ><template v-for="(figure, at) in row[axis]" :key="at"
          ><template v-if="at > 0"> to </template><span class="figure">{{ figure }}</span></template
        ></template
      >
    </Rows>
  </section>
</template>
