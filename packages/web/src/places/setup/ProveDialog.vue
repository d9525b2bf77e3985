<script setup lang="ts">
import { beforeFirstPart, listed } from '@rook/core'
import type { ChainPage } from '@rook/contract'
import { Checkbox } from 'ant-design-vue'
import { computed, ref } from 'vue'
import * as z from 'zod/mini'
import { useSend } from '../../client/use-send.ts'
import { useSession } from '../../client/session.ts'
import { useChecked } from '../../ui/checked.ts'
import TextField from '../../ui/TextField.vue'
import FormDialog from '../../ui/FormDialog.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** The cautious run of the first part: its lines are ticked, and what was seen is said in words. */
const props = defineProps<{ setup: string; page: ChainPage }>()
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const observed = ref('')
const ticked = ref<string[]>([])
const reason = ref('')
/** Where the shop only asks for a go, a first part without one is noted with a reason. */
const soft = computed(() => session.shop?.asks.includes('go') ?? false)
const wanted = computed(() => beforeFirstPart(props.page.chain))
const bars = computed(() => (soft.value ? [] : wanted.value))
const left = computed(() => [
  ...(soft.value && wanted.value.length > 0 ? wanted.value : []),
  ...(props.page.unseenMoves.length > 0 ? [`Not seen by a move to zero: ${listed(props.page.unseenMoves)}.`] : []),
])
const missed = computed(() => props.page.firstRun.filter((line) => !ticked.value.includes(line)))
const { problems, take } = useChecked(
  z.object({
    observed: z.string().check(z.trim(), z.minLength(3, 'What was seen: say it in a few words.')),
    reason: z.string().check(
      z.trim(),
      z.refine((words) => left.value.length === 0 || words.length >= 3, 'Why it is good all the same: say it in a few words.'),
    ),
  }),
  () => ({ observed: observed.value, reason: reason.value }),
)
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`prove:${props.setup}`, { observed, ticked, reason }, { outcome })

function tick(line: string, on: boolean): void {
  ticked.value = on ? [...ticked.value, line] : ticked.value.filter((one) => one !== line)
}
async function go(): Promise<void> {
  const said = take()
  if (!said) return
  const body = { observed: said.observed, checks: ticked.value, reason: said.reason || null }
  if (await send('prove', { params: { id: props.setup }, body })) emit('close')
}
</script>

<template>
  <FormDialog
    title="The first part"
    ok="It was good"
    :blocked="busy || bars.length > 0 || missed.length > 0"
    :trouble="trouble"
    :width="600"
    @go="go"
    @close="emit('close')"
  >
    <p class="quiet">It proves the setup until a zero, a tool or the program of it changes.</p>
    <div v-if="bars.length > 0" class="stop" role="alert">
      Before the first part:
      <ul>
        <li v-for="sentence in bars.slice(0, 6)" :key="sentence">{{ sentence }}</li>
        <li v-if="bars.length > 6">and {{ bars.length - 6 }} more</li>
      </ul>
    </div>
    <ul v-if="bars.length === 0 && page.firstRun.length > 0" class="list-none m-0 p-0" aria-label="Looked at">
      <li v-for="line in page.firstRun" :key="line">
        <Checkbox class="min-h-11 items-center" :checked="ticked.includes(line)" @change="tick(line, $event.target.checked)">{{
          line
        }}</Checkbox>
      </li>
    </ul>
    <TextField v-if="bars.length === 0" v-model="observed" label="What was seen" :maxlength="500" :problem="problems.observed" />
    <template v-if="bars.length === 0 && left.length > 0">
      <p v-for="sentence in left" :key="sentence" class="query m-0">{{ sentence }}</p>
      <TextField v-model="reason" label="Why it is good all the same" :maxlength="300" :problem="problems.reason" />
    </template>
  </FormDialog>
</template>
