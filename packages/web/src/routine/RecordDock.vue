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
  <div class="dock" role="group" aria-label="What is still open">
    <div class="strip">
      <VerdictMark :verdict="open.mark" />
      <Button type="text" class="sentence" :class="open.mark" @click="$emit('look')">
        <span>{{ open.sentence }}</span>
        <span v-if="open.more > 0" class="small quiet">and {{ open.more }} more</span>
      </Button>
      <strong v-if="result" class="figure result">{{ result }}</strong>
      <Button type="primary" size="large" v-if="ready" :aria-label="`${target}: Record`" @click="$emit('record')">Record</Button>
      <Button v-else @click="$emit('look')">To the checks</Button>
    </div>
  </div>
</template>

<style scoped>
.dock {
  position: sticky;
  bottom: 0;
  height: 0;
  z-index: 5;
}
.strip {
  position: absolute;
  inset: auto 0 0;
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 56px;
  padding: 5px 6px 5px 14px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-top: 2px solid var(--ink);
  border-radius: 3px;
}
.sentence {
  flex: 1;
  min-width: 0;
  height: auto;
  min-height: 44px;
  white-space: normal;
  display: flex;
  align-items: baseline;
  align-content: center;
  flex-wrap: wrap;
  gap: 0 8px;
  padding: 0;
  text-align: left;
}
.sentence span:first-child {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  overflow: hidden;
}
.sentence.stop {
  color: var(--stop);
}
.sentence.query {
  color: var(--query);
}
.strip > .ant-btn:last-child {
  flex: none;
  min-width: 120px;
}
@media (max-width: 760px) {
  .strip {
    display: grid;
    grid-template: auto auto / auto minmax(0, 1fr) auto;
    gap: 0 10px;
  }
  .strip > .ant-btn:last-child {
    grid-area: 1 / 3 / 3 / 4;
  }
  .sentence {
    grid-area: 1 / 2;
    min-height: 30px;
  }
  .result {
    grid-area: 2 / 2;
  }
}
</style>
