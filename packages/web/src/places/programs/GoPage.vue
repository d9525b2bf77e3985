<script setup lang="ts">
import type { GoFinding } from '@rook/core'
import type { Setup } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { computed, reactive } from 'vue'
import { useGo } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import MayNot from '../../parts/MayNot.vue'
import Opening from '../../parts/Opening.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import { useSend } from '../../client/use-send.ts'
import GoTo from '../../ui/GoTo.vue'
import FindingRow from './FindingRow.vue'
import ProgramFacts from './ProgramFacts.vue'

/** Whether the program of a setup may run: read against the record, and given by a person before the first run. */
const props = defineProps<{ setup: string; data: Setup }>()
const session = useSession()
const page = useGo(() => props.setup)
const go = computed(() => page.data.value ?? null)
const answers = reactive<Record<string, string>>({})
const { trouble, busy, send } = useSend()

const of = (verdict: GoFinding['verdict']) => (go.value?.findings ?? []).filter((one) => one.verdict === verdict)
const stops = computed(() => of('stop'))
const queries = computed(() => of('query'))
const clear = computed(() => of('clear'))
const unanswered = computed(() => queries.value.filter(({ id }) => (answers[id] ?? '').trim().length < 3))
/** In one sentence, largest on the page. */
const verdict = computed(() => {
  const given = go.value?.given
  if (stops.value.length > 0)
    return { mark: 'stop', words: `No go: ${stops.value.length} ${stops.value.length === 1 ? 'stop' : 'stops'}.` } as const
  if (given && given.changed.length === 0)
    return { mark: 'clear', words: `Go, given ${when(given.at, session.shop)} by ${given.by}.` } as const
  if (queries.value.length > 0) return { mark: 'query', words: `Nothing stops it; ${queries.value.length} to be answered.` } as const
  return { mark: 'clear', words: 'Nothing stops it. Give the go before the first run.' } as const
})
const keptWords = computed(() => {
  const { issue, proven } = go.value!
  const kept = `${issue!.lines} lines, kept ${when(issue!.at, session.shop)} by ${issue!.by}`
  return proven ? `${kept}; issue ${proven.issue} was proven ${when(proven.proven!.at, session.shop)}` : kept
})
const holds = computed(() => go.value?.given?.changed.length === 0)

async function give(): Promise<void> {
  if (!go.value) return
  const said = Object.fromEntries(queries.value.flatMap(({ id }) => (answers[id]?.trim() ? [[id, answers[id].trim()]] : [])))
  if (await send('giveGo', { params: { id: props.setup }, body: { issue: go.value.issue?.id ?? null, answers: said } }))
    await page.refetch()
}
</script>

<template>
  <div v-if="!go" class="grid grid-cols-1 gap-2.5 px-5 py-3.5"><Opening :error="page.error.value" /></div>
  <div v-else class="grid grid-cols-1 gap-2.5 px-5 py-3.5">
    <header class="flex flex-wrap gap-x-5 gap-y-2.5 items-center">
      <div class="flex-1">
        <h1>Go or no go</h1>
        <p v-if="go.issue" class="quiet">
          <RouterLink :to="{ name: 'program', params: { issue: go.issue.id } }">{{ go.issue.name }}, issue {{ go.issue.issue }}</RouterLink
          >, {{ keptWords }}.
          <RouterLink :to="{ name: 'program', params: { issue: go.issue.id }, query: { setup: data.summary.id } }"
            >Its path in the machine</RouterLink
          >
        </p>
      </div>
      <MayNot v-if="!data.summary.endedAt && !holds" to="giveGo"
        ><Button type="primary" size="large" :disabled="busy || stops.length > 0 || unanswered.length > 0" @click="give"
          >Give the go</Button
        ></MayNot
      >
    </header>
    <p class="sheet m-0 p-3.5 text-22 font-bold" :class="verdict.mark" :data-go="verdict.mark">
      <VerdictMark :verdict="verdict.mark" /> {{ verdict.words }}
    </p>
    <p v-if="trouble" class="sheet told stop m-0 px-3.5 py-2.5" role="alert">{{ trouble }}</p>
    <p v-if="!go.issue">
      <GoTo :to="{ name: 'operation', params: { operation: data.summary.operation } }">Keep its file at the operation</GoTo>
    </p>
    <section v-if="go.given && go.given.changed.length > 0" class="sheet told query m-0 px-3.5 py-2.5" aria-label="Changed since">
      The go of {{ when(go.given.at, session.shop) }} by {{ go.given.by }} no longer holds:
      <ul>
        <li v-for="sentence in go.given.changed" :key="sentence">{{ sentence }}</li>
      </ul>
    </section>
    <section v-if="stops.length + queries.length > 0" class="sheet px-3.5 py-0.5" aria-label="What is found">
      <FindingRow v-for="one in stops" :key="one.id" :finding="one" :issue="go.issue" :at="data.summary" />
      <FindingRow
        v-for="one in queries"
        :key="one.id"
        v-model="answers[one.id]"
        :finding="one"
        :issue="go.issue"
        :at="data.summary"
        :asks="!holds"
      />
    </section>
    <details v-if="clear.length > 0" class="sheet px-3.5 py-0.5">
      <summary class="min-h-11 content-center cursor-pointer">{{ clear.length }} clear</summary>
      <FindingRow v-for="one in clear" :key="one.id" :finding="one" :issue="go.issue" :at="data.summary" />
    </details>
    <ProgramFacts v-if="go.read" :read="go.read" :machine="data.summary.machine" />
  </div>
</template>
