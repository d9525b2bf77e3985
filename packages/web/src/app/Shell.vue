<script setup lang="ts">
import { shiftAt } from '@rook/core'
import { useIntervalFn } from '@vueuse/core'
import { Alert, Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import PlaceBoundary from '../parts/PlaceBoundary.vue'
import PlaceIcon from '../parts/PlaceIcon.vue'
import RookMark from '../parts/RookMark.vue'
import { useContext } from './context.ts'
import { useIdle } from './idle.ts'
import { useLive } from './live.ts'
import { inOther } from './other-unit.ts'
import { wasRenewed } from './renewed.ts'
import { useSession } from './session.ts'
import Shortcuts from './Shortcuts.vue'

defineProps<{ theme: 'day' | 'night' }>()
defineEmits<{ turn: [] }>()

const session = useSession()
const live = useLive()
const context = useContext()
const router = useRouter()
const route = useRoute()
const finding = ref(false)
/** Another place begins at its top, however far down one was in the last. */
const main = ref<HTMLElement | null>(null)
watch(
  () => route.path,
  () => main.value?.scrollTo(0, 0),
  { flush: 'post' },
)
const now = ref(new Date())
useIntervalFn(() => (now.value = new Date()), 30_000)

const places = [
  { to: '/floor', name: 'Floor', icon: 'floor' },
  { to: '/setup', name: 'Setup', icon: 'setup' },
  { to: '/parts', name: 'Parts', icon: 'parts' },
  { to: '/tools', name: 'Tools', icon: 'tools' },
  { to: '/ledger', name: 'Ledger', icon: 'ledger' },
  { to: '/gauges', name: 'Gauges', icon: 'gauges' },
  { to: '/exchange', name: 'Exchange', icon: 'exchange' },
  { to: '/machines', name: 'Machines', icon: 'machines' },
] as const

/** Also anywhere inside a place: a setup's step is still Setup. */
const isHere = (place: string) =>
  route.path === place ||
  route.path.startsWith(`${place}/`) ||
  (place === '/machines' && (route.path === '/people' || route.path.startsWith('/practice/'))) ||
  (place === '/parts' && route.path.startsWith('/operations/'))

const shift = computed(() => {
  const name = session.shop && shiftAt(session.shop.shifts, session.shop.timeZone, now.value.toISOString())
  return name ? `${name} shift` : null
})

async function leave(to?: string): Promise<void> {
  await session.signOut().catch(() => session.forget())
  await router.push({ name: 'sign-in', query: to ? { to } : {} })
}
useIdle(
  () => session.shop?.idleMinutes ?? 30,
  () => void leave(route.fullPath),
)
</script>

<template>
  <div class="shell">
    <nav class="rail" aria-label="Places">
      <RouterLink to="/floor" class="mark" aria-label="Rook Ledger"><RookMark /></RouterLink>
      <RouterLink v-for="place in places" :key="place.to" :to="place.to" class="place" active-class="" :class="{ here: isHere(place.to) }">
        <PlaceIcon :name="place.icon" />
        <span>{{ place.name }}</span>
      </RouterLink>
    </nav>
    <header class="top">
      <p class="words">
        <span v-for="word in context.words" :key="word" class="word">{{ word }}</span>
        <span v-if="shift" class="word shift">{{ shift }}</span>
      </p>
      <RouterLink class="word who" to="/people">{{ session.person?.name }}, {{ session.person?.role }}</RouterLink>
      <Button type="text" @click="finding = true">Find</Button>
      <Button
        type="text"
        :aria-pressed="inOther"
        :class="{ pressed: inOther }"
        aria-label="Read in the other unit"
        @click="inOther = !inOther"
        >mm / in</Button
      >
      <Button type="text" @click="$emit('turn')">{{ theme === 'day' ? 'Night' : 'Day' }}</Button>
      <Button type="text" @click="leave()">Sign out</Button>
      <span class="state" :class="{ away: !live.connected }" role="status">{{ live.connected ? 'connected' : 'not connected' }}</span>
    </header>
    <main ref="main" class="main">
      <p v-if="!live.connected" class="away-line">
        The server does not answer. Figures stay on this tablet until it is back; nothing is recorded meanwhile.
      </p>
      <Alert
        v-if="inOther"
        banner
        closable
        type="info"
        message="Read in the other unit: each figure has its unit behind it. What is typed, recorded and said in sentences stays in the machine’s own unit."
        @close="inOther = false"
      />
      <Alert
        v-if="wasRenewed"
        banner
        closable
        type="info"
        message="Rook Ledger was updated while this page was open, so it was loaded anew. What you typed is kept."
        @close="wasRenewed = false"
      />
      <PlaceBoundary><slot /></PlaceBoundary>
    </main>
    <Shortcuts v-model:finding="finding" />
  </div>
</template>

<style scoped>
.shell {
  display: grid;
  grid-template: 52px minmax(0, 1fr) / 76px minmax(0, 1fr);
  height: 100%;
}
.rail {
  grid-row: 1 / 3;
  border-right: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
}
.mark {
  display: grid;
  place-items: center;
  height: 58px;
  color: var(--act);
}
.place {
  display: grid;
  justify-items: center;
  gap: 4px;
  padding: 9px 2px;
  min-height: 60px;
  color: var(--quiet);
  text-decoration: none;
  font-size: 14px;
  border-left: 3px solid transparent;
}
.place:hover {
  color: var(--ink);
}
.place.here {
  background: var(--sheet);
  color: var(--ink);
  font-weight: 700;
  border-left-color: var(--act);
}
.top {
  display: flex;
  align-items: center;
  padding: 0 12px 0 18px;
  border-bottom: 1px solid var(--rule);
  min-width: 0;
}
.words {
  flex: 1;
  margin: 0;
  display: flex;
  /* A word that has no room goes to the next line, which is not seen: none is ever cut. */
  flex-wrap: wrap;
  height: 1.5em;
  line-height: 1.5;
  overflow: hidden;
  white-space: nowrap;
  min-width: 0;
}
.word {
  padding: 0 11px;
  border-left: 1px solid var(--rule);
}
.words .word:first-child {
  padding-left: 0;
  border-left: 0;
  font-weight: 700;
}
/* Who is signed in is read whole before the job is. */
.who {
  white-space: nowrap;
  color: inherit;
  text-decoration: none;
}
.who:hover {
  text-decoration: underline;
}
.top .ant-btn {
  padding: 0 10px;
}
.pressed {
  background: var(--act-soft);
  color: var(--act);
  font-weight: 700;
}
.state {
  padding: 0 4px 0 10px;
  font-size: 15px;
  white-space: nowrap;
  color: var(--act);
}
.state.away {
  color: var(--stop);
  font-weight: 700;
}
.main {
  overflow: auto;
  /* A field that is gone to does not come to lie under what keeps to the foot of the screen. */
  scroll-padding-bottom: 84px;
  min-width: 0;
}
.away-line {
  margin: 0;
  padding: 10px 20px;
  background: var(--stop-soft);
  color: var(--stop);
  border-bottom: 1px solid var(--rule);
}
@media (max-width: 760px) {
  .shell {
    grid-template: 52px minmax(0, 1fr) 60px / minmax(0, 1fr);
  }
  .rail {
    grid-row: 3;
    flex-direction: row;
    border-right: 0;
    border-top: 1px solid var(--rule);
    justify-content: space-around;
  }
  .mark {
    display: none;
  }
  .place {
    border-left: 0;
    flex: 1;
  }
  /* Six fit side by side; files are reached from a machine’s tools, machines from the floor. */
  .place[href='/exchange'],
  .place[href='/machines'] {
    display: none;
  }
  .who,
  .words .word:not(:first-child) {
    display: none;
  }
  /* That all is well needs no word where there is little room. */
  .state:not(.away) {
    display: none;
  }
  .top {
    padding: 0 8px 0 12px;
  }
}
@media print {
  .rail,
  .top {
    display: none;
  }
}
</style>
