<script setup lang="ts">
import type { GoFinding } from '@rook/core'
import type { GoPage, SetupSummary } from '@rook/contract'
import { Input } from 'ant-design-vue'
import { computed } from 'vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import { lineOf, mendOf } from './mend.ts'

/** One thing that was found: its sentence, the line, the way to what mends it, and the reason where it asks for one. */
const props = defineProps<{ finding: GoFinding; issue: GoPage['issue']; at: SetupSummary; asks?: boolean }>()
const reason = defineModel<string>()
const ways = computed(() => [lineOf(props.finding, props.issue), mendOf(props.finding, props.at)].filter((way) => way !== null))
</script>

<template>
  <div class="row" :class="finding.verdict" :data-finding="finding.id" :data-verdict="finding.verdict">
    <VerdictMark :verdict="finding.verdict" />
    <div class="grow">
      {{ finding.sentence }}
      <RouterLink v-for="way in ways" :key="way.words" class="way" :to="way.to">{{ way.words }}</RouterLink>
      <Input
        v-if="asks && finding.verdict === 'query'"
        :value="reason ?? ''"
        :aria-label="`Reason: ${finding.sentence}`"
        :maxlength="500"
        placeholder="why it may run all the same"
        @update:value="(text) => (reason = text)"
      />
    </div>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  gap: 12px;
  align-items: start;
  padding: 10px 0;
  border-bottom: 1px solid var(--rule);
}
.row:last-child {
  border-bottom: 0;
}
.grow {
  flex: 1;
}
.way {
  display: inline-block;
  margin-left: 12px;
  white-space: nowrap;
}
</style>
