<script setup lang="ts">
import { judgeLife, layoutOf, lifeFigure, type Scene, type ToolRow } from '@rook/core'
import { computed } from 'vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import TotalCell from './TotalCell.vue'
import TypedCell from './TypedCell.vue'
import type { EditsState } from './use-edits.ts'

/** One tool of the table; drawn again only when it is another tool, or something of its own has changed. */
const props = defineProps<{ row: ToolRow; at: number; scene: Scene; edits: EditsState }>()
const emit = defineEmits<{ go: [row: number, column: number]; paste: [event: ClipboardEvent, row: number, column: number] }>()

const numbers = computed(() => {
  const words = new Map(layoutOf(props.scene.machine).tool.map(({ letter, number }) => [letter, props.row.tool[number]]))
  return [...words].map(([letter, number]) => `${letter}${number}`).join(' ')
})
const life = computed(() => (props.row.tool.life ? judgeLife(props.row.tool.life, props.row.tool.lifeUsed) : null))
</script>

<template>
  <div class="row" role="row" :aria-rowindex="at + 2" :data-tool="row.tool.number">
    <strong class="number figure" role="rowheader">T{{ row.tool.number }}</strong>
    <span class="tool grid min-w-0" role="cell">
      <RouterLink
        class="overflow-hidden text-ellipsis whitespace-nowrap text-ink font-bold no-underline leading-[1.5] max-[1200px]:whitespace-normal max-[1200px]:leading-[1.2] hover:text-act"
        :to="{ name: 'tool', params: { assembly: row.tool.assembly } }"
        >{{ row.tool.name }}</RouterLink
      >
      <span v-if="row.tool.holder" class="quiet small overflow-hidden text-ellipsis whitespace-nowrap max-[1200px]:hidden">{{
        row.tool.holder
      }}</span>
    </span>
    <span class="quiet figure max-[1200px]:whitespace-normal max-[1200px]:leading-[1.25]" role="cell">{{ numbers }}</span>
    <template v-for="(pair, p) in row.pairs" :key="p">
      <TypedCell
        class="typed"
        :register="pair.geometry"
        :note="pair.note"
        :scene="scene"
        :edits="edits"
        :cell="`${at}-${p * 2}`"
        @go="(down) => emit('go', at + down, p * 2)"
        @paste="(event) => emit('paste', event, at, p * 2)"
      />
      <TypedCell
        v-if="pair.wear"
        class="worn"
        brief
        :register="pair.wear"
        :note="pair.wearNote!"
        :scene="scene"
        :edits="edits"
        :cell="`${at}-${p * 2 + 1}`"
        @go="(down) => emit('go', at + down, p * 2 + 1)"
        @paste="(event) => emit('paste', event, at, p * 2 + 1)"
      />
      <TotalCell v-if="pair.wear" class="total text-right text-18" :pair="pair" :edits="edits" :machine="scene.machine" />
    </template>
    <span class="life small flex gap-1.5 items-center pl-2.5" role="cell">
      <template v-if="life">
        <VerdictMark :verdict="life.verdict" />
        <span :class="life.verdict"
          >{{ lifeFigure(row.tool.lifeUsed) }} of {{ row.tool.life!.limit }}
          <span class="max-[1200px]:hidden">{{ row.tool.life!.by }}</span></span
        >
      </template>
    </span>
  </div>
</template>
