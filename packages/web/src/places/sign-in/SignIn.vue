<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, onBeforeUnmount, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { NoAnswer, Refused } from '../../app/call.ts'
import { usePeople } from '../../app/queries.ts'
import { useSession } from '../../app/session.ts'
import { useTheme } from '../../app/theme.ts'
import { clockTime } from '../../app/time.ts'
import { turns } from '../../ui/turns.ts'
import { zoneHere } from '../people/time-zones.ts'
import RookMark from '../../parts/RookMark.vue'
import PinPad from './PinPad.vue'

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
  <main class="sign-in">
    <header>
      <RookMark />
      <div>
        <h1>Rook Ledger</h1>
        <p v-if="people.data.value?.people.length" class="quiet">{{ people.data.value.shop.name }}</p>
      </div>
    </header>
    <OpenShop v-if="people.data.value?.people.length === 0" />
    <div v-else class="halves">
      <section aria-label="Your name">
        <h2>Who is at the machine?</h2>
        <p v-if="people.isError.value" class="stop">The server does not answer. This page tries again by itself.</p>
        <div class="names">
          <Button
            v-for="person in people.data.value?.people"
            :key="person.id"
            class="name"
            :class="{ chosen: person.id === chosen }"
            :aria-pressed="person.id === chosen"
            @click="choose(person.id)"
          >
            <strong>{{ person.name }}</strong>
            <span class="quiet">{{ person.role }}</span>
          </Button>
        </div>
      </section>
      <section class="pin" aria-label="PIN">
        <h2>{{ name ? `PIN of ${name}` : 'Pick your name first' }}</h2>
        <PinPad v-model="pin" :disabled="!chosen || busy" @enter="enter" />
        <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.sign-in {
  max-width: 940px;
  margin: 0 auto;
  padding: 44px 20px;
}
header {
  display: flex;
  gap: 16px;
  align-items: center;
  color: var(--act);
  margin-bottom: 34px;
}
header h1 {
  color: var(--ink);
}
header p {
  margin: 2px 0 0;
}
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 56px;
}
h2 {
  margin-bottom: 14px;
}
.names {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.name {
  height: auto;
  min-height: 68px;
  text-align: left;
  display: grid;
  justify-items: start;
  align-content: center;
  gap: 2px;
}
.name.chosen {
  border-color: var(--act);
  box-shadow: inset 4px 0 0 var(--act);
}
@media (max-width: 760px) {
  .halves {
    grid-template-columns: 1fr;
    gap: 28px;
  }
}
</style>
