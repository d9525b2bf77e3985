<script setup lang="ts">
import type { Setup, Step } from '@rook/contract'
import { useRoute } from 'vue-router'
import { useSession } from '../../app/session.ts'
import { when } from '../../app/time.ts'

defineProps<{ setup: Setup }>()
const session = useSession()
const route = useRoute()

const STATES: Record<Step['state'], string> = { open: 'open', done: 'done', skipped: 'skipped' }
const isHere = (step: Step) => route.params.step === step.id
</script>

<template>
  <nav class="order" aria-label="Order of work">
    <header>
      <RouterLink :to="{ name: 'setup', params: { setup: setup.summary.id } }" class="title">Order of work</RouterLink>
      <p class="quiet small">
        {{ setup.summary.done }} of {{ setup.summary.of }} done<template v-if="setup.summary.skipped"
          >, {{ setup.summary.skipped }} skipped</template
        >
      </p>
    </header>
    <ol>
      <li v-for="step in setup.steps" :key="step.id" :class="[step.state, { next: step.id === setup.next, here: isHere(step) }]">
        <RouterLink
          :to="{ name: 'step', params: { setup: setup.summary.id, step: step.id } }"
          :data-step="step.id"
          :data-state="step.state"
          :data-again="step.again ?? undefined"
        >
          <svg viewBox="0 0 16 16" width="14" height="14" aria-hidden="true">
            <circle v-if="step.state === 'done'" cx="8" cy="8" r="5" />
            <path v-else-if="step.state === 'skipped'" d="M3 8h10" />
            <path v-else-if="step.id === setup.next" d="M8 2v12M2 8h12" />
          </svg>
          <span class="words">
            <span class="name">{{ step.title }}</span>
            <span v-if="step.again" class="stop small">to do again: {{ step.again }}</span>
            <span v-if="step.id === setup.next || isHere(step)" class="quiet small">{{ step.detail }}</span>
            <span v-else-if="step.state === 'skipped'" class="quiet small">{{ step.reason }}</span>
          </span>
          <span class="quiet small side"
            ><span v-if="step.state !== 'skipped'" class="for-readers">{{ STATES[step.state] }}</span
            ><template v-if="step.count">{{ step.count.done }} of {{ step.count.of }}</template
            ><template v-else-if="step.state === 'skipped'">skipped</template
            ><template v-else-if="step.at && !step.again">{{ when(step.at, session.shop) }}</template
            ><template v-else-if="step.id === setup.next">now</template></span
          >
        </RouterLink>
      </li>
    </ol>
    <RouterLink class="all small" :to="{ name: 'setups', query: { all: '' } }">Other setups</RouterLink>
  </nav>
</template>

<style scoped>
.order {
  border-right: 1px solid var(--rule);
  overflow: auto;
  padding-top: 12px;
}
header {
  padding: 0 18px 10px;
}
.title {
  font-weight: 700;
  color: var(--ink);
  text-decoration: none;
}
p {
  margin: 2px 0 0;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li a {
  display: grid;
  grid-template-columns: 16px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  min-height: 46px;
  padding: 6px 14px 6px 15px;
  border-top: 1px solid var(--rule);
  border-left: 3px solid transparent;
  color: var(--ink);
  text-decoration: none;
}
li.here a {
  background: var(--sheet);
  border-left-color: var(--act);
}
li.next .name,
li.here .name {
  font-weight: 700;
}
.words {
  display: grid;
}
.side {
  text-align: right;
  max-width: 84px;
}
svg {
  fill: none;
  stroke: var(--act);
  stroke-width: 2.2;
}
li.skipped svg {
  stroke: var(--quiet);
}
li.skipped .name {
  color: var(--quiet);
}
.all {
  display: inline-flex;
  align-items: center;
  min-height: 48px;
  padding: 0 18px;
}
.for-readers {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
</style>
