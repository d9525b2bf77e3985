<script setup lang="ts">
import type { Setup, Step } from '@rook/contract'
import { useRoute } from 'vue-router'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'

defineProps<{ setup: Setup }>()
const session = useSession()
const route = useRoute()

const STATES: Record<Step['state'], string> = { open: 'open', done: 'done', skipped: 'skipped' }
const isHere = (step: Step) => route.params.step === step.id
</script>

<template>
  <nav class="relative border-r border-r-rule overflow-auto pt-3 print:hidden" aria-label="Order of work">
    <header class="px-4.5 pt-0 pb-2.5">
      <RouterLink :to="{ name: 'setup', params: { setup: setup.summary.id } }" class="title font-bold text-ink no-underline"
        >Order of work</RouterLink
      >
      <p class="quiet small mx-0 mt-0.5 mb-0">
        {{ setup.summary.done }} of {{ setup.summary.of }} done<template v-if="setup.summary.skipped"
          >, {{ setup.summary.skipped }} skipped</template
        >
      </p>
    </header>
    <ol class="list-none m-0 p-0">
      <li v-for="step in setup.steps" :key="step.id" :class="[step.state, { next: step.id === setup.next, here: isHere(step) }]">
        <RouterLink
          class="grid grid-cols-[16px_minmax(0,1fr)_auto] gap-2.5 items-center min-h-11.5 py-1.5 pl-3.75 pr-3.5 border-t border-t-rule border-l-3 border-l-transparent text-ink no-underline in-[.here]:bg-sheet in-[.here]:border-l-act"
          :to="{ name: 'step', params: { setup: setup.summary.id, step: step.id } }"
          :data-step="step.id"
          :data-state="step.state"
          :data-again="step.again ?? undefined"
        >
          <svg
            class="fill-none stroke-act stroke-[2.2] in-[.skipped]:stroke-quiet"
            viewBox="0 0 16 16"
            width="14"
            height="14"
            aria-hidden="true"
          >
            <circle v-if="step.state === 'done'" cx="8" cy="8" r="5" />
            <path v-else-if="step.state === 'skipped'" d="M3 8h10" />
            <path v-else-if="step.id === setup.next" d="M8 2v12M2 8h12" />
          </svg>
          <span class="grid">
            <span class="name in-[.skipped]:text-quiet">{{ step.title }}</span>
            <span v-if="step.again" class="stop small">to do again: {{ step.again }}</span>
            <span v-if="step.id === setup.next || isHere(step)" class="quiet small">{{ step.detail }}</span>
            <span v-else-if="step.state === 'skipped'" class="quiet small">{{ step.reason }}</span>
          </span>
          <span class="quiet small text-right max-w-21"
            ><span v-if="step.state !== 'skipped'" class="for-readers absolute w-0.25 h-0.25 overflow-hidden">{{ STATES[step.state] }}</span
            ><template v-if="step.count">{{ step.count.done }} of {{ step.count.of }}</template
            ><template v-else-if="step.state === 'skipped'">skipped</template
            ><template v-else-if="step.at && !step.again">{{ when(step.at, session.shop) }}</template
            ><template v-else-if="step.id === setup.next">now</template></span
          >
        </RouterLink>
      </li>
    </ol>
    <RouterLink class="small inline-flex items-center min-h-12 px-4.5 py-0" :to="{ name: 'setups', query: { all: '' } }"
      >Other setups</RouterLink
    >
  </nav>
</template>

<style scoped>
li.next .name,
li.here .name {
  font-weight: 700;
}
.for-readers {
  clip-path: inset(50%);
}
</style>
