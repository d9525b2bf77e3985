<script setup lang="ts">
import { findingKey, foldFindings, obstacles, type Finding, type MachineRecord } from '@rook/core'
import { Button } from 'ant-design-vue'
import { computed, reactive, ref } from 'vue'
import { useSession } from '../client/session.ts'
import { when } from '../client/time.ts'
import ChecksPane from '../parts/ChecksPane.vue'
import ReleaseDialog from './ReleaseDialog.vue'
import type { Release } from './use-recording.ts'
import type { Outcome } from '../client/use-send.ts'
import WordField from '../ui/WordField.vue'

/** What stands between a list of figures and its record: the checks, a reason for the whole, one button. */
const props = defineProps<{
  machine: MachineRecord
  findings: Finding[]
  sent: Outcome
  /** Words on the button: "Record 4 changes". */
  label: string
  /** Why it cannot be sent yet; null when it can. */
  hindrance: string | null
  reasonLabel: string
}>()
const emit = defineEmits<{ send: [what: { reason: string; answers: Record<string, string>; release: Release | null }] }>()

const session = useSession()
const answers = reactive<Record<string, string>>({})
const reason = defineModel<string>('reason', { default: '' })
const releasing = ref(false)
const open = computed(() => obstacles(props.findings, answers))
const busy = computed(() => props.sent.kind === 'sending' || props.sent.kind === 'unsure')
/** As many as stand above: one reason answers all that mean one thing. */
const asked = computed(() => {
  const { unanswered } = open.value
  const groups = foldFindings(props.findings.filter(({ verdict }) => verdict !== 'clear'))
  return groups.filter(({ head, under }) => [head, ...under].some((one) => unanswered.includes(one))).length
})
const waits = computed(() => {
  if (props.hindrance) return props.hindrance
  if (asked.value > 0) return `${asked.value} ${asked.value === 1 ? 'question wants' : 'questions want'} a reason first.`
  return reason.value.trim().length < 3 ? 'Say in a few words where the figures come from.' : null
})

function send(release: Release | null): void {
  if (waits.value || busy.value) return
  if (open.value.stops.length > 0 && !release) {
    releasing.value = true
    return
  }
  emit('send', { reason: reason.value.trim(), answers: { ...answers }, release })
  releasing.value = false
}

const answer = (finding: Finding, text: string) => (answers[findingKey(finding)] = text)
</script>

<template>
  <div class="grid gap-2">
    <ChecksPane
      v-if="findings.length > 0"
      :findings="findings"
      :answers="answers"
      :readouts="[]"
      :seen="[]"
      :machine="machine"
      :refusal="null"
      :waiting-for="null"
      @answer="answer"
    />
    <div class="flex gap-3.5 items-end max-phone:flex-col max-phone:items-stretch">
      <WordField v-model="reason" class="why flex-1" :label="reasonLabel" :maxlength="500" />
      <Button type="primary" size="large" :danger="open.stops.length > 0" :disabled="waits !== null || busy" @click="send(null)">
        {{ sent.kind === 'sending' ? 'Recording …' : open.stops.length > 0 ? 'Release and record' : label }}
      </Button>
    </div>
    <p v-if="waits" class="quiet small m-0">{{ waits }}</p>
    <p v-if="sent.kind === 'unsure'" class="query m-0">No answer came. Asking whether it is recorded; your figures are kept.</p>
    <p v-else-if="sent.kind === 'not-recorded'" class="query m-0">
      Nothing was recorded: the server was gone before it got through. Send it again.
    </p>
    <template v-else-if="sent.kind === 'refused'">
      <p class="stop m-0" role="alert">{{ sent.sentence }}</p>
      <p v-for="one in sent.between" :key="one.entry" class="small m-0">
        {{ one.by }}, {{ when(one.at, session.shop) }}: {{ one.name }} ({{ one.title }})
      </p>
    </template>
    <ReleaseDialog v-model:open="releasing" :stops="open.stops" :busy="busy" :trouble="null" @release="send" />
  </div>
</template>
