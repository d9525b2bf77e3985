<script setup lang="ts">
import { hangingTools, isSuspect, judgeLife, lifeFigure, type HangingTool, type Scene } from '@rook/core'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { inOther } from '../client/other-unit.ts'
import ToolPicture from './ToolPicture.vue'
import { asRegister } from './written.ts'

/** The tools of a setup, hanging from the gauge line to one scale: a wrong length is seen before it is read. */
const props = defineProps<{ scene: Scene; lit?: string | null }>()
const frame = ref<HTMLElement | null>(null)
const { width } = useElementSize(frame)

const tools = computed(() => hangingTools(props.scene))
/** Narrower than this a name has no room; where more hang than fit they fold into a second row. */
const LEAST = 84
const HEIGHT = 140
const fit = computed(() => Math.max(1, Math.floor((width.value || 800) / LEAST)))
/** Rows of the same length: ten and one would leave the last alone. */
const columns = computed(() => Math.ceil(tools.value.length / Math.ceil(tools.value.length / fit.value)))
const column = computed(() => Math.floor((width.value || 800) / columns.value))
/** Nanometres to a pixel, the same along and across, for every tool. */
const perPixel = computed(() => {
  const outlines = tools.value.flatMap(({ outline }) => (outline ? [outline] : []))
  const along = Math.max(1, ...outlines.map(({ length }) => length)) / HEIGHT
  const across = Math.max(1, ...outlines.map(({ radius }) => radius * 2)) / (column.value - 12)
  return Math.max(along, across)
})
/** The tip of the longest, so that names stand on one line. */
const deepest = computed(() => Math.max(40, ...tools.value.map(({ outline }) => (outline ? outline.length / perPixel.value : 0))))

function figureOf({ value, register }: HangingTool): string {
  return value === null ? 'unset' : asRegister(register, value, props.scene.machine)
}
/** How far the figure can be trusted; since when stands with the figures below. */
function words({ note, drawnFrom }: HangingTool): string {
  if (drawnFrom === 'nothing') return 'length not known'
  return drawnFrom === 'rough length' ? 'rough length' : note.word
}
function lifeOf({ tool }: HangingTool) {
  if (!tool?.life) return null
  const { verdict } = judgeLife(tool.life, tool.lifeUsed)
  const left = tool.life.limit - tool.lifeUsed
  return verdict === 'clear' ? null : { verdict, words: left > 0 ? `${lifeFigure(left)} ${tool.life.by} left` : 'its life is up' }
}
</script>

<template>
  <div
    ref="frame"
    class="grid grid-cols-[repeat(var(--columns),minmax(0,1fr))] gap-y-3.5"
    role="list"
    aria-label="Tools, to one scale"
    :style="{ '--columns': columns }"
  >
    <component
      :is="one.tool ? 'RouterLink' : 'div'"
      v-for="one in tools"
      :key="one.number"
      role="listitem"
      class="tool grid justify-items-center content-start text-inherit no-underline text-center pb-1.5 min-w-0"
      :class="{ lit: lit === one.number }"
      v-bind="one.tool ? { to: { name: 'tool', params: { assembly: one.tool.assembly } } } : {}"
      :data-hanging="one.number"
      :title="one.note.because ?? undefined"
    >
      <span class="line w-full border-t-2 border-t-ink grid justify-center" :style="{ height: `${deepest + 4}px` }">
        <ToolPicture
          v-if="one.outline"
          :outline="one.outline"
          :width="column"
          :height="deepest"
          :per-pixel="perPixel"
          :lit="lit === one.number"
        />
      </span>
      <span class="figure reads leading-[1.4]" :class="{ stop: isSuspect(one.note), query: one.note.word === 'estimated', other: inOther }"
        ><span :class="`standing-${one.note.word.replaceAll(' ', '-')}`">{{ figureOf(one) }}</span></span
      >
      <strong>T{{ one.number }}</strong>
      <span class="note text-14 leading-[1.2] px-1 py-0" :class="{ query: !one.tool }">{{ one.name }}</span>
      <span class="note text-14 leading-[1.2] px-1 py-0" :class="isSuspect(one.note) ? 'stop' : 'quiet'">{{ words(one) }}</span>
      <span v-if="lifeOf(one)" class="note text-14 leading-[1.2] px-1 py-0" :class="lifeOf(one)!.verdict">{{ lifeOf(one)!.words }}</span>
    </component>
  </div>
  <p class="quiet small mx-1 mt-1 mb-0">
    Tools to one scale, from the gauge line. What is dashed, and every holder, is assumed: its size is not on record.
  </p>
</template>

<style scoped>
.tool:hover strong {
  color: var(--act);
}
/* The gauge line goes through all of them. */
.reads {
  font-size: 17px;
}
strong {
  margin-top: 6px;
}
.lit strong {
  color: var(--act);
}
.reads.other {
  font-size: 15px;
}
</style>
