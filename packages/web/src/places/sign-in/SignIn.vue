<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, onBeforeUnmount, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { NoAnswer, Refused } from '../../client/call.ts'
import { usePeople } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { useTheme } from '../../client/theme.ts'
import { clockTime } from '../../client/time.ts'
import InTurn from '../../ui/InTurn.vue'
import { turns } from '../../ui/turns.ts'
import { zoneHere } from '../people/time-zones.ts'
import RookMark from '../../parts/RookMark.vue'
import PinPad from '../../parts/PinPad.vue'

// Needed once in a shop's life.
const OpenShop = defineAsyncComponent(() => import('./OpenShop.vue'))
useTheme()
// The first clock of a zone takes a slow tablet a tenth of a second: it is made while somebody looks for their name.
onBeforeUnmount(turns.wait(() => void clockTime(new Date().toISOString(), { timeZone: zoneHere() })))
const people = usePeople()
const session = useSession()
const route = useRoute()
const router = useRouter()
const chosen = ref<string | null>(null)
const pin = ref('')
const trouble = ref<string | null>(null)
const busy = ref(false)

const name = computed(() => people.data.value?.people.find((person) => person.id === chosen.value)?.name)

function choose(id: string): void {
  chosen.value = id
  pin.value = ''
  trouble.value = null
}

async function enter(): Promise<void> {
  if (!chosen.value || busy.value) return
  busy.value = true
  trouble.value = null
  try {
    await session.signIn(chosen.value, pin.value)
    const to = route.query.to
    await router.push(typeof to === 'string' && to.startsWith('/') && !to.startsWith('//') ? to : '/floor')
  } catch (error) {
    trouble.value =
      error instanceof Refused
        ? error.message
        : error instanceof NoAnswer
          ? 'The server does not answer. Try again in a moment.'
          : String(error)
    pin.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="max-w-235 mx-auto my-0 px-5 py-11">
    <header class="flex gap-4 items-center text-act mb-8.5">
      <RookMark />
      <div>
        <h1 class="text-ink">Rook Ledger</h1>
        <p v-if="people.data.value?.people.length" class="quiet mx-0 mt-0.5 mb-0">{{ people.data.value.shop.name }}</p>
      </div>
    </header>
    <OpenShop v-if="people.data.value?.people.length === 0" />
    <div v-else class="grid grid-cols-[minmax(0,1fr)_320px] gap-14 max-phone:grid-cols-[1fr] max-phone:gap-7">
      <section aria-label="Your name">
        <h2 class="mb-3.5">Who is at the machine?</h2>
        <p v-if="people.isError.value" class="stop">The server does not answer. This page tries again by itself.</p>
        <div class="grid grid-cols-[1fr_1fr] gap-2.5">
          <Button
            v-for="person in people.data.value?.people"
            :key="person.id"
            class="name h-auto text-left justify-items-start content-center gap-0.5 [&.chosen]:border-act"
            :class="{ chosen: person.id === chosen }"
            :aria-pressed="person.id === chosen"
            @click="choose(person.id)"
          >
            <strong>{{ person.name }}</strong>
            <span class="quiet">{{ person.role }}</span>
          </Button>
        </div>
      </section>
      <section aria-label="PIN">
        <h2 class="mb-3.5">{{ name ? `PIN of ${name}` : 'Pick your name first' }}</h2>
        <InTurn><PinPad v-model="pin" :disabled="!chosen || busy" @enter="enter" /></InTurn>
        <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.name {
  min-height: 68px;
  display: grid;
}
.name.chosen {
  box-shadow: inset 4px 0 0 var(--act);
}
</style>
