<script setup lang="ts">
import type { Handover } from '@rook/contract'
import { Button, Form } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useContextLine } from '../../client/context.ts'
import { useKept } from '../../client/kept.ts'
import { useFloor, useHandover, useMachines } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import ControlAgrees from '../../parts/ControlAgrees.vue'
import { dayTime } from '../../client/time.ts'
import OpenPoints from '../../parts/OpenPoints.vue'
import MayNot from '../../parts/MayNot.vue'
import Opening from '../../parts/Opening.vue'
import { useSend } from '../../client/use-send.ts'
import OneOf from '../../ui/OneOf.vue'
import TextField from '../../ui/TextField.vue'
import HandoverLines from './HandoverLines.vue'
import PinField from './PinField.vue'

/** What this shift leaves to the next on a machine: drafted by the ledger, finished in a few words, signed by two. */
const props = defineProps<{ machine: string }>()
const shift = ref<'this' | 'before'>('this')
const page = useHandover(() => props.machine, shift)
const machines = useMachines()
const session = useSession()
const name = computed(() => machines.data.value?.find(({ id }) => id === props.machine)?.name ?? '')
const floor = useFloor()
/** Setups that stand on the machine now: what is open in them goes over as it is, not as it was written down. */
const atHand = computed(() => {
  const card = floor.data.value?.find(({ machine }) => machine.id === props.machine)
  return card ? [...(card.setup ? [card.setup] : []), ...card.others] : []
})
useContextLine(() => [name.value || 'Machine', 'Handover'])

const SHIFTS = [
  { value: 'this', label: 'this shift' },
  { value: 'before', label: 'the one before' },
] as const
/** Lines that whoever leaves has struck out, by their words. */
const struck = ref<readonly string[]>([])
/** What is in somebody's own words is kept on this tablet until it is signed, whatever else is looked at meanwhile. */
const own = useKept(`handover:${props.machine}`, () => ({ words: '' }))
const words = computed({ get: () => own.value.words, set: (typed: string) => (own.value.words = typed) })
const pin = ref('')
watch(shift, () => {
  struck.value = []
  pin.value = ''
})
const draft = computed(() => page.data.value?.draft ?? [])
const kept = computed(() => draft.value.filter(({ text }) => !struck.value.includes(text)))
const unread = computed(() => (page.data.value?.latest ?? []).filter(({ readBy }) => readBy === null))
const older = computed(() => (page.data.value?.latest ?? []).filter(({ readBy }) => readBy !== null))
const signing = useSend()
const reading = useSend()

async function sign(): Promise<void> {
  const { span } = page.data.value!
  if (!span) return
  const body = { from: span.from, lines: kept.value, words: words.value.trim(), pin: pin.value }
  if (await signing.send('signHandover', { params: { id: props.machine }, body })) words.value = ''
  pin.value = ''
}

const readPin = ref('')
async function read({ id }: Handover): Promise<void> {
  await reading.send('readHandover', { params: { id }, body: { pin: readPin.value } })
  readPin.value = ''
}
const period = ({ from, to }: Pick<Handover, 'from' | 'to'>) => `${dayTime(from, session.shop)} to ${dayTime(to, session.shop)}`
</script>

<template>
  <div v-if="!page.data.value" class="page"><Opening :error="page.error.value" /></div>
  <div v-else class="page">
    <h1>Handover, {{ name }}</h1>
    <ControlAgrees :machine="machine" />
    <section
      v-for="one in unread"
      :key="one.id"
      class="sheet px-4.5 pt-3 pb-4 mx-0 mt-2.5 mb-4.5 max-w-225"
      :data-handover="one.id"
      aria-label="To be read"
    >
      <h2 class="mx-0 mt-1 mb-2">From the {{ one.shift }} shift, {{ period(one) }}</h2>
      <HandoverLines :lines="one.lines" />
      <p v-if="one.words" class="whitespace-pre-wrap border-l-3 border-l-act pl-3">{{ one.words }}</p>
      <p class="quiet">Signed by {{ one.by }}, {{ dayTime(one.at, session.shop) }}. Not read yet.</p>
      <MayNot v-if="one.by !== session.person?.name" to="readHandover">
        <Form class="line flex flex-wrap gap-x-4 gap-y-2.5 items-end mt-2.5" @submit.prevent="read(one)">
          <PinField v-model="readPin" :label="`PIN of ${session.person?.name}`" />
          <Button type="primary" size="large" html-type="submit" :disabled="reading.busy.value || readPin.length < 4">Sign as read</Button>
        </Form>
      </MayNot>
      <p v-else class="quiet small">Whoever comes reads it and signs.</p>
      <p v-if="reading.trouble.value" class="stop" role="alert">{{ reading.trouble.value }}</p>
    </section>

    <section v-if="atHand.length > 0" class="sheet px-4.5 pt-3 pb-4 mx-0 mt-2.5 mb-4.5 max-w-225" aria-label="Open now">
      <h2 class="mx-0 mt-1 mb-1">Open now</h2>
      <OpenPoints v-for="setup in atHand" :key="setup.id" :at="setup" />
    </section>
    <div class="line flex flex-wrap gap-x-4 gap-y-2.5 items-end mt-2.5">
      <OneOf v-model="shift" name="Which shift" :options="SHIFTS" />
      <strong v-if="page.data.value.span" class="self-center">{{ page.data.value.span.name }}, {{ period(page.data.value.span) }}</strong>
    </div>
    <p v-if="!page.data.value.span" class="quiet">The shop has no shifts on record. A lead writes them down under Shop and people.</p>
    <p v-else-if="page.data.value.signed" class="quiet">
      {{ page.data.value.signed.by }} has handed it over, {{ dayTime(page.data.value.signed.at, session.shop) }}.
    </p>
    <Form v-else class="sheet px-4.5 pt-3 pb-4 mx-0 mt-2.5 mb-4.5 max-w-225" @submit.prevent="sign">
      <p v-if="draft.length === 0" class="quiet">
        Nothing happened here that the next shift has to know. A shift without entries needs no handover.
      </p>
      <HandoverLines v-model:struck="struck" :lines="draft" />
      <TextField v-model="words" label="In your own words" :maxlength="2000" />
      <MayNot to="signHandover">
        <div class="line flex flex-wrap gap-x-4 gap-y-2.5 items-end mt-2.5">
          <PinField v-model="pin" :label="`PIN of ${session.person?.name}`" />
          <Button
            type="primary"
            size="large"
            html-type="submit"
            :disabled="signing.busy.value || pin.length < 4 || (kept.length === 0 && words.trim().length < 3)"
            >Sign and hand over</Button
          >
        </div>
      </MayNot>
      <p v-if="signing.trouble.value" class="stop" role="alert">{{ signing.trouble.value }}</p>
    </Form>

    <template v-if="older.length > 0">
      <h2 class="mx-0 mt-1 mb-2">Before</h2>
      <details v-for="one in older" :key="one.id">
        <summary class="min-h-11 leading-11 cursor-pointer">
          {{ one.shift }}, {{ period(one) }} <span class="quiet">{{ one.by }} to {{ one.readBy }}</span>
        </summary>
        <HandoverLines :lines="one.lines" />
        <p v-if="one.words" class="whitespace-pre-wrap border-l-3 border-l-act pl-3">{{ one.words }}</p>
      </details>
    </template>
  </div>
</template>

<style scoped>
.line + p {
  margin-top: 10px;
}
</style>
