<script setup lang="ts">
import { findingKey, readoutText, type Finding, type MachineRecord, type Readout, type Refusal } from '@rook/core'
import { Button, Input } from 'ant-design-vue'
import { computed, reactive } from 'vue'
import VerdictMark from './VerdictMark.vue'

const props = defineProps<{
  findings: Finding[]
  answers: Record<string, string>
  readouts: Readout[]
  seen: string[]
  machine: MachineRecord
  refusal: Refusal | null
  /** What is still asked for, by its label; null when everything is there. */
  waitingFor: string | null
}>()
const emit = defineEmits<{ answer: [finding: Finding, reason: string]; see: [key: string] }>()

const writing = reactive(new Map<string, string>())

const clear = computed(() => props.findings.filter(({ verdict, tell }) => verdict === 'clear' && !tell))
const advice = computed(() => props.findings.filter(({ verdict, tell }) => verdict === 'clear' && tell))
const open = computed(() => props.findings.filter(({ verdict }) => verdict !== 'clear'))
const clearWords = computed(() => {
  const names = [...new Set(clear.value.map(({ name }) => name))].join(', ')
  return names && names[0]!.toUpperCase() + names.slice(1)
})

function keep(finding: Finding): void {
  const key = findingKey(finding)
  const reason = writing.get(key)?.trim() ?? ''
  if (reason.length < 3) return
  emit('answer', finding, reason)
  writing.delete(key)
}
</script>

<template>
  <section class="sheet checks" aria-label="Checks" aria-live="polite">
    <p v-if="refusal" class="row stop">
      <VerdictMark verdict="stop" /> <span>{{ refusal.sentence }}</span>
    </p>
    <p v-else-if="waitingFor" class="row quiet">The checks run when every figure is there. Next: {{ waitingFor }}.</p>
    <p v-if="clear.length > 0" class="row">
      <VerdictMark verdict="clear" />
      <span class="grow">{{ clearWords }}</span>
      <span class="quiet small">{{ clear.length }} clear</span>
    </p>
    <div
      v-for="finding in open"
      :key="findingKey(finding)"
      class="row"
      :class="finding.verdict"
      :data-check="finding.check"
      :data-verdict="finding.verdict"
    >
      <VerdictMark :verdict="finding.verdict" />
      <div class="grow">
        <span>{{ finding.sentence }}</span>
        <span v-if="finding.verdict === 'stop'" class="small"> A lead can release it.</span>
        <span v-if="answers[findingKey(finding)]" class="reason small">Reason: {{ answers[findingKey(finding)] }}</span>
        <div v-else-if="writing.has(findingKey(finding))" class="writing">
          <Input
            :value="writing.get(findingKey(finding)) ?? ''"
            aria-label="Reason"
            :maxlength="500"
            placeholder="why it is right as it is"
            autofocus
            @press-enter="keep(finding)"
            @update:value="(text) => writing.set(findingKey(finding), text)"
          />
          <Button @click="keep(finding)">Keep</Button>
        </div>
      </div>
      <Button
        v-if="finding.verdict === 'query' && !writing.has(findingKey(finding))"
        @click="writing.set(findingKey(finding), answers[findingKey(finding)] ?? '')"
      >
        {{ answers[findingKey(finding)] ? 'change it' : 'give a reason' }}
      </Button>
    </div>
    <p v-for="finding in advice" :key="findingKey(finding)" class="row">
      <VerdictMark verdict="clear" /> <span class="grow">{{ finding.sentence }}</span>
    </p>
    <div v-for="readout in readouts" :key="readout.key" class="row readout">
      <VerdictMark :verdict="seen.includes(readout.key) ? 'clear' : 'to-see'" />
      <span class="grow"
        >{{ readout.sentence }} <strong class="figure">{{ readoutText(readout, machine) }}</strong></span
      >
      <Button :aria-pressed="seen.includes(readout.key)" @click="emit('see', readout.key)">
        {{ seen.includes(readout.key) ? 'seen' : 'I see it' }}
      </Button>
    </div>
  </section>
</template>

<style scoped>
.checks {
  padding: 2px 14px;
}
.row {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 48px;
  margin: 0;
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
}
.row:last-child {
  border-bottom: 0;
}
.row:is(p):first-child:last-child {
  border: 0;
}
.grow {
  flex: 1;
}
.reason {
  display: block;
  color: var(--ink);
}
.row .ant-btn[aria-pressed='true'] {
  border-color: var(--act);
  color: var(--act);
}
.writing {
  display: flex;
  gap: 8px;
  margin-top: 4px;
}
</style>
