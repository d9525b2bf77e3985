<script setup lang="ts">
import { formatExact, mm, toolOutline, type Drawn, type LengthUnit, type Nm } from '@rook/core'
import { computed } from 'vue'
import ToolPicture from './ToolPicture.vue'

/** One tool by itself, drawn from what is on record of it or typed just now. */
const props = defineProps<{
  tool: Drawn
  /** From the gauge line to the tip; null while nothing says it. */
  length: Nm | null
  unit: LengthUnit
}>()
const HEIGHT = 230
const WIDTH = 170
const outline = computed(() => toolOutline(props.tool, props.length !== null && props.length > 0 ? props.length : mm(100)))
const perPixel = computed(() => Math.max(outline.value.length / HEIGHT, (outline.value.radius * 2) / (WIDTH - 20)))
const isAssumed = computed(() => outline.value.pieces.some(({ what, nominal }) => nominal && what !== 'holder'))
</script>

<template>
  <figure
    class="sheet m-0 px-3 pt-3.5 pb-2.5 w-50"
    :aria-label="`The tool from the side, ${formatExact(outline.length, unit)} ${unit} long`"
  >
    <div class="border-t-2 border-t-ink grid justify-center">
      <ToolPicture :outline="outline" :width="WIDTH" :height="HEIGHT" :per-pixel="perPixel" />
    </div>
    <figcaption class="quiet small mt-2.5">
      {{
        length !== null && length > 0 ? `${formatExact(outline.length, unit)} ${unit} from the gauge line` : 'its length is not known yet'
      }}.
      <template v-if="isAssumed">Dashed: not on record.</template>
    </figcaption>
  </figure>
</template>
