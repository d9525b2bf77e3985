<script setup lang="ts">
import { findingKey, foldFindings, readoutText, type Finding, type MachineRecord, type Readout, type Refusal } from '@rook/core'
import type { GivenReason } from '@rook/contract'
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
  /** Reasons that were given in this setup before. */
  given?: readonly GivenReason[]
}>()
const emit = defineEmits<{ answer: [finding: Finding, reason: string]; see: [key: string] }>()

const writing = reactive(new Map<string, string>())

const clear = computed(() => props.findings.filter(({ verdict, tell }) => verdict === 'clear' && !tell))
const advice = computed(() => props.findings.filter(({ verdict, tell }) => verdict === 'clear' && tell))
/** Two that mean one thing stand as one, with what else was found under it; one reason answers for all of them. */
const open = computed(() =>
  foldFindings(props.findings.filter(({ verdict }) => verdict !== 'clear')).map(({ head, under }) => {
    const queries = [head, ...under].filter(({ verdict }) => verdict === 'query')
    const reasons = queries.map((one) => props.answers[findingKey(one)])
    const reason = reasons.every(Boolean) ? (reasons[0] ?? null) : null
    return { head, under, key: findingKey(head), queries, reason, before: reason === null ? givenBefore(queries) : null }
  }),
)
/** What was said in this setup when a check asked the same of the same thing. */
const givenBefore = (queries: readonly Finding[]): GivenReason | null =>
  queries.flatMap(({ check, about }) => props.given?.find((one) => one.check === check && one.about === (about ?? null)) ?? [])[0] ?? null

type Open = (typeof open.value)[number]
const clearWords = computed(() => {
  const names = [...new Set(clear.value.map(({ name }) => name))].join(', ')
  return names && names[0]!.toUpperCase() + names.slice(1)
})

function keep({ key, queries }: Open, reason = writing.get(key)?.trim() ?? ''): void {
  if (reason.length < 3) return
  for (const query of queries) emit('answer', query, reason)
  writing.delete(key)
}
</script>

<template>
  <section class="sheet checks px-3.5 py-0.5" aria-label="Checks" aria-live="polite">
    <p v-if="refusal" class="row stop flex items-center gap-3 min-h-12 m-0 px-0 py-0.75">
      <VerdictMark verdict="stop" /> <span>{{ refusal.sentence }}</span>
    </p>
    <p v-else-if="waitingFor" class="row quiet flex items-center gap-3 min-h-12 m-0 px-0 py-0.75">
      The checks run when every figure is there. Next: {{ waitingFor }}.
    </p>
    <p v-if="clear.length > 0" class="row flex items-center gap-3 min-h-12 m-0 px-0 py-0.75">
      <VerdictMark verdict="clear" />
      <span class="flex-1">{{ clearWords }}</span>
      <span class="quiet small">{{ clear.length }} clear</span>
    </p>
    <div
      v-for="one in open"
      :key="one.key"
      class="row flex items-center gap-3 min-h-12 m-0 px-0 py-0.75"
      :class="one.head.verdict"
      :data-check="one.head.check"
      :data-verdict="one.head.verdict"
    >
      <VerdictMark :verdict="one.head.verdict" />
      <div class="flex-1">
        <span>{{ one.head.sentence }}</span>
        <span v-if="one.head.verdict === 'stop'" class="small"> A lead can release it.</span>
        <details v-if="one.under.length > 0" class="small">
          <summary class="min-h-11 leading-11 cursor-pointer">
            {{ one.under.length }} more {{ one.under.length === 1 ? 'says' : 'say' }} the same
          </summary>
          <p v-for="other in one.under" :key="findingKey(other)" class="mx-0 mt-0 mb-1.5" :data-check="other.check">{{ other.sentence }}</p>
        </details>
        <span v-if="one.reason && !writing.has(one.key)" class="reason small block">Reason: {{ one.reason }}</span>
        <div v-else-if="writing.has(one.key)" class="flex gap-2 mt-1">
          <Input
            :value="writing.get(one.key) ?? ''"
            aria-label="Reason"
            :maxlength="500"
            placeholder="why it is right as it is"
            autofocus
            @press-enter="keep(one)"
            @update:value="(text) => writing.set(one.key, text)"
          />
          <Button @click="keep(one)">Keep</Button>
        </div>
      </div>
      <Button v-if="one.before && !writing.has(one.key)" @click="keep(one, one.before.reason)">
        as {{ one.before.by }} said: “{{ one.before.reason }}”
      </Button>
      <Button v-if="one.queries.length > 0 && !writing.has(one.key)" @click="writing.set(one.key, one.reason ?? '')">
        {{ one.reason ? 'change it' : 'give a reason' }}
      </Button>
    </div>
    <p v-for="finding in advice" :key="findingKey(finding)" class="row flex items-center gap-3 min-h-12 m-0 px-0 py-0.75">
      <VerdictMark verdict="clear" /> <span class="flex-1">{{ finding.sentence }}</span>
    </p>
    <div v-for="readout in readouts" :key="readout.key" class="row readout flex items-center gap-3 min-h-12 m-0 px-0 py-0.75">
      <VerdictMark :verdict="seen.includes(readout.key) ? 'clear' : 'to-see'" />
      <span class="flex-1"
        >{{ readout.sentence }} <strong class="figure">{{ readoutText(readout, machine) }}</strong></span
      >
      <Button :aria-pressed="seen.includes(readout.key)" @click="emit('see', readout.key)">
        {{ seen.includes(readout.key) ? 'seen' : 'I see it' }}
      </Button>
    </div>
  </section>
</template>

<style scoped>
.row {
  border-bottom: 1px solid var(--rule);
}
.row:last-child {
  border-bottom: 0;
}
.row:is(p):first-child:last-child {
  border: 0;
}
.reason {
  color: var(--ink);
}
.row .ant-btn[aria-pressed='true'] {
  border-color: var(--act);
  color: var(--act);
}
</style>
