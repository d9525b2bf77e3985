<script setup lang="ts">
import { shiftAt } from '@rook/core'
import { useIntervalFn } from '@vueuse/core'
import { Alert, Button } from 'ant-design-vue'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import PlaceBoundary from '../parts/PlaceBoundary.vue'
import PlaceIcon from '../parts/PlaceIcon.vue'
import RookMark from '../parts/RookMark.vue'
import { useContext } from '../client/context.ts'
import { useIdle } from './idle.ts'
import { useLive } from '../client/live.ts'
import { inOther } from '../client/other-unit.ts'
import { wasRenewed } from '../client/renewed.ts'
import { useSession } from '../client/session.ts'
import { turns } from '../ui/turns.ts'
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
/**
 * The first clock of a zone takes a slow tablet a tenth of a second: which shift it is stands there a moment after the page that
 * was asked for.
 */
const now = ref<Date | null>(null)
let noClock: () => void = () => undefined
onMounted(() => (noClock = turns.wait(() => (now.value = new Date()))))
onBeforeUnmount(() => noClock())
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
  const name = now.value && session.shop && shiftAt(session.shop.shifts, session.shop.timeZone, now.value.toISOString())
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
  <div
    class="print:block print:h-auto grid [grid-template:52px_minmax(0,1fr)/76px_minmax(0,1fr)] h-full max-phone:[grid-template:52px_minmax(0,1fr)_60px/minmax(0,1fr)]"
  >
    <nav
      class="row-[1/3] border-r border-r-rule flex flex-col max-phone:row-[3] max-phone:flex-row max-phone:border-r-0 max-phone:border-t max-phone:border-t-rule max-phone:justify-around print:hidden"
      aria-label="Places"
    >
      <RouterLink to="/floor" class="mark grid place-items-center h-14.5 text-act max-phone:hidden" aria-label="Rook Ledger"
        ><RookMark
      /></RouterLink>
      <RouterLink
        v-for="place in places"
        :key="place.to"
        :to="place.to"
        class="place justify-items-center gap-1 px-0.5 py-2.25 min-h-15 no-underline text-14 max-phone:flex-1 [&.here]:bg-sheet [&.here]:font-bold"
        active-class=""
        :class="{ here: isHere(place.to) }"
      >
        <PlaceIcon :name="place.icon" />
        <span>{{ place.name }}</span>
      </RouterLink>
    </nav>
    <header
      class="top flex items-center py-0 pl-4.5 pr-3 border-b border-b-rule min-w-0 max-phone:py-0 max-phone:pl-3 max-phone:pr-2 print:hidden"
    >
      <p class="flex-1 m-0 flex flex-wrap h-[1.5em] leading-[1.5] overflow-hidden whitespace-nowrap min-w-0">
        <span
          v-for="word in context.words"
          :key="word"
          class="word border-l border-l-rule first:pl-0 first:border-l-0 first:font-bold max-phone:not-first:hidden"
          >{{ word }}</span
        >
        <span v-if="shift" class="word border-l border-l-rule first:pl-0 first:border-l-0 first:font-bold max-phone:not-first:hidden">{{
          shift
        }}</span>
      </p>
      <RouterLink
        class="word border-l border-l-rule whitespace-nowrap text-inherit no-underline max-phone:hidden hover:underline"
        to="/people"
        >{{ session.person?.name }}, {{ session.person?.role }}</RouterLink
      >
      <Button type="text" @click="finding = true">Find</Button>
      <Button
        class="[&.pressed]:bg-act-soft [&.pressed]:text-act [&.pressed]:font-bold"
        type="text"
        :aria-pressed="inOther"
        :class="{ pressed: inOther }"
        aria-label="Read in the other unit"
        @click="inOther = !inOther"
        >mm / in</Button
      >
      <Button type="text" @click="$emit('turn')">{{ theme === 'day' ? 'Night' : 'Day' }}</Button>
      <Button type="text" @click="leave()">Sign out</Button>
      <span
        class="state py-0 pl-2.5 pr-1 text-15 whitespace-nowrap text-act [&.away]:text-stop [&.away]:font-bold max-phone:[&:not(.away)]:hidden"
        :class="{ away: !live.connected }"
        role="status"
        >{{ live.connected ? 'connected' : 'not connected' }}</span
      >
    </header>
    <main ref="main" class="relative print:overflow-visible overflow-auto scroll-pb-21 min-w-0">
      <p v-if="!live.connected" class="m-0 px-5 py-2.5 bg-stop-soft text-stop border-b border-b-rule">
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
.place {
  display: grid;
  color: var(--quiet);
  border-left: 3px solid transparent;
}
.place:hover {
  color: var(--ink);
}
.place.here {
  color: var(--ink);
  border-left-color: var(--act);
}
.word {
  padding: 0 11px;
}
/* Who is signed in is read whole before the job is. */
.top .ant-btn {
  padding: 0 10px;
}
@media (max-width: 760px) {
  .place {
    border-left: 0;
  }
  /* Six fit side by side; files are reached from a machine’s tools, machines from the floor. */
  .place[href='/exchange'],
  .place[href='/machines'] {
    display: none;
  }
}
</style>
