<script setup lang="ts">
import { STAGE_WORDS, unprovenWords } from '@rook/core'
import type { ChainPage, Setup } from '@rook/contract'
import { computed } from 'vue'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import WantList from '../../parts/WantList.vue'

/** Where the setup stands: its stages from left to right, and what the one at hand still wants, each with the way to it. */
const props = defineProps<{ page: ChainPage; data: Setup }>()
const session = useSession()
/** So many are read at a glance; the rest is one press away. */
const SHOWN = 2
const here = computed(() => props.page.chain.stages.find(({ stage }) => stage === props.page.chain.here)!)
const LOOKS = {
  done: 'border-t-4 border-t-act pt-2',
  here: 'border-t-8 border-t-act pt-1',
  ahead: 'border-t-4 border-t-rule pt-2',
  missed: 'border-t-4 border-t-rule pt-2',
} as const
const STATE_WORDS = { done: 'reached', here: 'to be reached now', ahead: 'not yet', missed: 'left out' } as const
</script>

<template>
  <section aria-label="Where it stands">
    <ol class="list-none m-0 p-0 flex flex-wrap">
      <li
        v-for="stage in page.chain.stages"
        :key="stage.stage"
        class="flex-1 min-w-24 pr-2"
        :class="LOOKS[stage.state]"
        :data-stage="stage.stage"
        :data-state="stage.state"
        :aria-current="stage.state === 'here' ? 'step' : undefined"
      >
        <span class="flex items-center gap-1.5">
          <VerdictMark v-if="stage.state === 'done'" verdict="clear" />
          <VerdictMark v-else-if="stage.state === 'missed'" verdict="query" />
          <span :class="{ 'font-bold': stage.state === 'here', 'text-quiet': stage.state === 'ahead' }">{{
            STAGE_WORDS[stage.stage]
          }}</span>
          <span class="sr-only">{{ STATE_WORDS[stage.state] }}</span>
        </span>
        <span v-if="stage.at && stage.state !== 'ahead'" class="quiet small block"
          >{{ when(stage.at, session.shop) }}<template v-if="stage.by">, {{ stage.by }}</template></span
        >
      </li>
    </ol>
    <WantList :wants="here.wants" :at="data.summary" :shown="SHOWN" />
    <p v-if="page.chain.unproven > 0" class="query mx-0 my-1" data-unproven>
      <VerdictMark verdict="query" />
      {{ unprovenWords(page.chain) }}
    </p>
  </section>
</template>
