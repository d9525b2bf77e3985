<script setup lang="ts">
import { Button } from 'ant-design-vue'
import VerdictMark from '../parts/VerdictMark.vue'
import type { Open } from './what-is-open.ts'

defineProps<{
  open: Open
  /** True when Record would be taken without anything else being done first. */
  ready: boolean
  /** The register in full. */
  target: string | null
  result: string | null
}>()
defineEmits<{ record: []; look: [] }>()
</script>

<!-- Stands at the foot of the screen while the checks and their button lie below it; takes no room of its own. -->
<template>
  <div class="sticky bottom-0 h-0 z-5" role="group" aria-label="What is still open">
    <div
      class="strip absolute flex items-center gap-3 min-h-14 py-1.25 pl-3.5 pr-1.5 bg-sheet border border-rule border-t-2 border-t-ink rounded-3 max-phone:grid max-phone:[grid-template:auto_auto/auto_minmax(0,1fr)_auto] max-phone:gap-x-2.5 max-phone:gap-y-0"
    >
      <VerdictMark :verdict="open.mark" />
      <Button
        type="text"
        class="sentence h-auto min-h-11 whitespace-normal flex items-baseline content-center flex-wrap gap-x-2 gap-y-0 p-0 text-left max-phone:min-h-7.5 [&.stop]:text-stop [&.query]:text-query"
        :class="open.mark"
        @click="$emit('look')"
      >
        <span class="first:overflow-hidden">{{ open.sentence }}</span>
        <span v-if="open.more > 0" class="small quiet first:overflow-hidden">and {{ open.more }} more</span>
      </Button>
      <strong v-if="result" class="figure max-phone:[grid-area:2/2]">{{ result }}</strong>
      <Button type="primary" size="large" v-if="ready" :aria-label="`${target}: Record`" @click="$emit('record')">Record</Button>
      <Button v-else @click="$emit('look')">To the checks</Button>
    </div>
  </div>
</template>

<style scoped>
.strip {
  inset: auto 0 0;
}
.sentence {
  flex: 1;
  min-width: 0;
}
.sentence span:first-child {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-clamp: 2;
}
.strip > .ant-btn:last-child {
  flex: none;
  min-width: 120px;
}
@media (max-width: 760px) {
  .strip > .ant-btn:last-child {
    grid-area: 1 / 3 / 3 / 4;
  }
  .sentence {
    grid-area: 1 / 2;
  }
}
</style>
