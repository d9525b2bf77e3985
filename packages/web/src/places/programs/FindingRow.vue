<script setup lang="ts">
import type { GoFinding } from '@rook/core'
import type { GoPage, SetupSummary } from '@rook/contract'
import { Input } from 'ant-design-vue'
import { computed } from 'vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import { lineOf, mendOf } from '../../parts/mend.ts'

/** One thing that was found: its sentence, the line, the way to what mends it, and the reason where it asks for one. */
const props = defineProps<{ finding: GoFinding; issue: GoPage['issue']; at: SetupSummary; asks?: boolean }>()
const reason = defineModel<string>()
const ways = computed(() => [lineOf(props.finding, props.issue), mendOf(props.finding, props.at)].filter((way) => way !== null))
</script>

<template>
  <div
    class="row flex gap-3 items-start px-0 py-2.5 border-b border-b-rule last:border-b-0"
    :class="finding.verdict"
    :data-finding="finding.id"
    :data-verdict="finding.verdict"
  >
    <VerdictMark :verdict="finding.verdict" />
    <div class="flex-1">
      {{ finding.sentence }}
      <RouterLink v-for="way in ways" :key="way.words" class="way inline-block ml-3 whitespace-nowrap" :to="way.to">{{
        way.words
      }}</RouterLink>
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
