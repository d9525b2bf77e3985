<script setup lang="ts">
import { firstOf, minus, parseRegisterKey, registerName, type Nm, type Scene } from '@rook/core'
import type { ControlState } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useControl } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import { asRegister } from '../../parts/written.ts'
import { useSend } from '../../client/use-send.ts'
import Rows from '../../ui/Rows.vue'
import SendDialog from './SendDialog.vue'
import SettleDialog from './SettleDialog.vue'

/** What the control holds, read over its line channel, beside what the ledger says: each difference is settled one way or the other. */
const props = defineProps<{ machine: string; scene: Scene }>()
const session = useSession()
const control = useControl(() => props.machine)
const reading = useSend()
const settling = ref<ControlState['differ'] | null>(null)
const state = computed(() => control.data.value)
const differ = computed(() => state.value?.differ ?? [])
const busy = computed(() => reading.busy.value)

const COLUMNS = [
  { key: 'name', title: 'Register' },
  { key: 'held', title: 'Control holds', align: 'right' },
  { key: 'ledger', title: 'Ledger says', align: 'right' },
  { key: 'off', title: 'Off by', align: 'right' },
  { key: 'because', title: 'It would if' },
  { key: 'settle', title: '' },
] as const

async function read(): Promise<void> {
  await reading.send('readControl', { params: { id: props.machine }, body: {} })
  await control.refetch()
}

/** The ledger is right: what belongs to the differing registers goes to the control, once its lines have been looked at. */
const lines = ref<{ slots: string[]; tools: string[] } | null>(null)
function lookAtLines(): void {
  const registers = differ.value.filter(({ ledger }) => ledger !== null).map(({ register }) => parseRegisterKey(register))
  const slots = [...new Set(registers.filter(({ family }) => family === 'work').map(({ slot }) => slot))]
  const numbers = new Set(registers.filter(({ family }) => family === 'tool').map(({ slot }) => slot))
  const tools = props.scene.tools
    .filter(({ offset, diameterOffset }) => numbers.has(offset) || numbers.has(diameterOffset))
    .map(({ number }) => number)
  lines.value = { slots, tools }
}
const mayNotSettle = computed(() => session.mayNot('editTools'))
const mayNotSend = computed(() => session.mayNot('sendToControl'))

/** What became of a sending, told so that the sentence after it can be true. */
const OUTCOMES: Readonly<Record<NonNullable<ControlState['sent']>['outcome'], { words: string; look: string }>> = {
  open: { words: 'Being sent since', look: 'query' },
  equal: { words: 'Sent', look: 'quiet' },
  differs: { words: 'Sent', look: 'stop' },
  refused: { words: 'Tried', look: 'stop' },
  unknown: { words: 'Tried', look: 'stop' },
}
/** What was left out of the comparison, by its reason. */
const notCompared = computed(() => {
  const by = new Map<string, string[]>()
  for (const { name, because } of state.value?.notCompared ?? []) by.set(because, [...(by.get(because) ?? []), name])
  return [...by].map(([because, names]) => `${firstOf(names)} (${because})`).join('; ')
})
</script>

<template>
  <section v-if="state?.readsTable" class="grid gap-2.5" aria-label="What the control holds">
    <p class="line m-0 flex flex-wrap gap-3.5 items-center">
      <Button type="primary" size="large" :disabled="busy" @click="read">{{
        reading.busy.value ? 'Reading …' : 'Read it from the control'
      }}</Button>
      <span v-if="state.read" class="quiet"
        >Read {{ when(state.read.at, session.shop) }}{{ state.read.by ? ` for ${state.read.by}` : ' by the server' }}.</span
      >
      <span v-else class="quiet">Not read yet.</span>
    </p>
    <p v-if="state.read?.because" class="query m-0">{{ state.read.because }} What is shown was read before.</p>
    <p v-if="reading.trouble.value" class="stop m-0" role="alert">{{ reading.trouble.value }}</p>
    <p v-if="state.sent" class="m-0" :class="OUTCOMES[state.sent.outcome].look" data-sent>
      {{ OUTCOMES[state.sent.outcome].words }} {{ when(state.sent.at, session.shop) }}, {{ state.sent.by }}.
      {{ state.sent.because ?? 'It came back equal.' }}
    </p>
    <p v-if="state.sent && state.sent.leftOut.length > 0" class="query m-0">
      <VerdictMark class="align-[-2px]" verdict="query" /> Did not go along: {{ state.sent.leftOut.slice(0, 6).join('; ') }}.
    </p>
    <template v-if="state.read">
      <p class="m-0" role="status" data-agree>
        <VerdictMark
          class="align-[-2px]"
          :verdict="differ.length > 0 ? 'stop' : state.agree === 0 || state.notCompared.length > 0 ? 'query' : 'clear'"
        />
        <template v-if="differ.length === 0 && state.agree === 0"
          >The control has put out nothing that is kept here, so nothing is compared.</template
        >
        <template v-else-if="differ.length === 0"
          >Control and ledger agree as of {{ when(state.read.at, session.shop) }}: {{ state.agree }} registers to the last digit{{
            state.notCompared.length > 0 ? `, ${state.notCompared.length} not compared` : ''
          }}.</template
        >
        <template v-else
          >{{ differ.length }} {{ differ.length === 1 ? 'register holds' : 'registers hold' }} another figure than the ledger,
          {{ state.agree }} agree{{ state.notCompared.length > 0 ? `, ${state.notCompared.length} not compared` : '' }}.</template
        >
      </p>
      <p v-if="state.notCompared.length > 0" class="query m-0" data-not-compared>
        <VerdictMark class="align-[-2px]" verdict="query" /> Not compared: {{ notCompared }}. What the control holds there is not known.
      </p>
      <Rows
        v-if="differ.length > 0"
        :columns="COLUMNS"
        :rows="differ"
        :row-key="({ register }) => register"
        :row-is="({ register }) => ({ 'data-differs': register })"
        :page="100"
      >
        <template #held="{ row }"
          ><span class="figure">{{
            row.held === null ? 'no line' : asRegister(row.register, row.held as Nm, scene.machine)
          }}</span></template
        >
        <template #ledger="{ row }"
          ><span class="figure">{{
            row.ledger === null ? 'unset' : asRegister(row.register, row.ledger as Nm, scene.machine)
          }}</span></template
        >
        <template #off="{ row }"
          ><span class="figure stop">{{
            row.ledger === null || row.held === null
              ? ''
              : asRegister(row.register, minus(row.held as Nm, row.ledger as Nm), scene.machine, 'always')
          }}</span></template
        >
        <template #because="{ row }">{{ row.because ?? '' }}</template>
        <template #settle="{ row }"
          ><Button :disabled="mayNotSettle !== null || row.held === null" :title="mayNotSettle ?? undefined" @click="settling = [row]"
            >The control is right</Button
          ></template
        >
      </Rows>
      <p v-if="differ.length > 0 && state.sends" class="line m-0 flex flex-wrap gap-3.5 items-center">
        <Button size="large" :disabled="busy || mayNotSend !== null" @click="lookAtLines"
          >The ledger is right: look at what goes out</Button
        >
        <span class="quiet">Stale figures and estimates stay out.</span>
      </p>
    </template>
    <SendDialog
      v-if="lines"
      :machine="machine"
      :scene="scene"
      :going="lines"
      :state="state"
      @close="((lines = null), void control.refetch())"
    />
    <SettleDialog
      v-if="settling"
      :machine="machine"
      :scene="scene"
      :rows="settling"
      :names="settling.map(({ register }) => registerName(parseRegisterKey(register)))"
      @close="settling = null"
    />
  </section>
</template>
