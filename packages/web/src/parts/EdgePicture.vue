<script setup lang="ts">
import type { EdgeMark, MachineRecord } from '@rook/core'
import { computed } from 'vue'
import { asShown } from './written.ts'

const props = defineProps<{ edges: readonly EdgeMark[]; machine: Pick<MachineRecord, 'unit' | 'increment'> }>()
const SIZE = 132
const MIDDLE = SIZE / 2
const OUT = 42
/** The worst edge is drawn this much shorter; the others in proportion. */
const DIP = 18

const worst = computed(() => Math.max(...props.edges.map(({ behind }) => behind ?? 0)))
const shapes = computed(() =>
  props.edges.map((edge, at) => {
    const turn = -Math.PI / 2 + (2 * Math.PI * at) / props.edges.length
    const reach = OUT - (worst.value > 0 ? ((edge.behind ?? 0) / worst.value) * DIP : 0)
    const on = (distance: number, by = 0) => ({ x: MIDDLE + distance * Math.cos(turn + by), y: MIDDLE + distance * Math.sin(turn + by) })
    const [tip, back, foot] = [on(reach), on(20, 0.7), on(16, -0.1)]
    return { ...edge, path: `M${foot.x} ${foot.y}L${tip.x} ${tip.y}L${back.x} ${back.y}Z`, label: on(OUT + 13) }
  }),
)
const words = computed(() =>
  props.edges
    .map(
      ({ edge, behind, counts, read }) =>
        `edge ${edge} ${!read ? 'not read yet' : behind === null ? 'read' : behind === 0 ? 'furthest out' : `${asShown(behind, props.machine)} behind`}${counts ? ', counts' : ''}`,
    )
    .join('; '),
)
</script>

<!-- The tool from the spindle: how far each edge stands out, the one that counts filled, the one behind shorter. -->
<template>
  <figure class="m-0 grid justify-items-center">
    <svg :width="SIZE" :height="SIZE" role="img" :aria-label="words">
      <circle :cx="MIDDLE" :cy="MIDDLE" :r="OUT" class="round fill-none stroke-rule [stroke-dasharray:3_4]" />
      <circle :cx="MIDDLE" :cy="MIDDLE" r="18" class="fill-stock stroke-quiet" />
      <g v-for="shape in shapes" :key="shape.edge">
        <path
          class="fill-none stroke-[1.4] [stroke-dasharray:3_3] [&.read]:[stroke-dasharray:none] [&.counts]:fill-act"
          :d="shape.path"
          :class="{ counts: shape.counts, read: shape.read }"
        />
        <text class="fill-ink text-14" :x="shape.label.x" :y="shape.label.y + 5" text-anchor="middle">{{ shape.edge }}</text>
      </g>
    </svg>
    <figcaption class="quiet small" v-if="worst > 0">worst {{ asShown(worst as never, machine) }} behind, drawn larger</figcaption>
  </figure>
</template>

<style scoped>
path {
  stroke: var(--quiet);
}
path.read {
  stroke: var(--ink);
}
path.counts {
  stroke: var(--act);
}
</style>
