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
  <figure class="sheet" :aria-label="`The tool from the side, ${formatExact(outline.length, unit)} ${unit} long`">
    <div class="gauge-line"><ToolPicture :outline="outline" :width="WIDTH" :height="HEIGHT" :per-pixel="perPixel" /></div>
    <figcaption class="quiet small">
      {{
        length !== null && length > 0 ? `${formatExact(outline.length, unit)} ${unit} from the gauge line` : 'its length is not known yet'
      }}.
      <template v-if="isAssumed">Dashed: not on record.</template>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  padding: 14px 12px 10px;
  width: 200px;
}
.gauge-line {
  border-top: 2px solid var(--ink);
  display: grid;
  justify-content: center;
}
figcaption {
  margin-top: 10px;
}
</style>
