<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useContextLine } from '../../client/context.ts'
import { useMachines, useOperation, useProgramLines, useScene, useSetup, useWorkpiece } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import Opening from '../../parts/Opening.vue'
import { stretchAround } from './stretch.ts'

/** The text of an issue, a stretch at a time, with the line that somebody came for. */
const props = defineProps<{ issue: string }>()
const session = useSession()
const route = useRoute()
const asked = computed(() => {
  const line = Number(route.query.line)
  return Number.isInteger(line) && line > 0 ? line : null
})
const from = ref(stretchAround(asked.value))
watch(asked, (line) => {
  const at = page.data.value
  if (line !== null && at && line >= at.from && line < at.from + at.lines.length) return
  from.value = stretchAround(line)
})
const page = useProgramLines(() => props.issue, from)
const kept = computed(() => page.data.value?.issue ?? null)
useContextLine(() => ['Program', ...(kept.value ? [`${kept.value.name}, issue ${kept.value.issue}`] : [])])
const machines = useMachines()
const router = useRouter()
/** For a setup the path stands in its machine; without one it stands over the operation's stock. */
const askedFor = computed(() => (typeof route.query.setup === 'string' ? route.query.setup : null))
const setup = useSetup(askedFor)
/** A setup that is not there leaves the path over the stock. */
const setupId = computed(() => (setup.error.value ? null : askedFor.value))
const scene = useScene(
  () => setup.data.value?.summary.machine ?? null,
  () => setupId.value,
)
const operation = useOperation(() => kept.value?.operation ?? null)
const work = useWorkpiece(() => kept.value?.operation ?? null)
const own = computed(() => operation.data.value?.operation ?? null)
const drawn = computed(() => {
  if (!own.value || (setupId.value && !scene.data.value)) return null
  const { kind, unit, stock, clearance } = own.value
  const machine = scene.data.value?.machine ?? machines.data.value?.find((one) => one.kind === kind && one.unit === unit)
  return machine ? { machine, plan: { stock, clearance, holding: work.data.value?.holding ?? null } } : null
})
const ProgramPath = defineAsyncComponent(() => import('./path/ProgramPath.vue'))
const goToLine = (line: number) => router.replace({ query: { ...route.query, line: String(line) } })
const changing = ref(false)
const ChangeProgram = defineAsyncComponent(() => import('./ChangeProgram.vue'))
const list = ref<HTMLElement | null>(null)
watch(
  () => [page.data.value?.from, asked.value],
  async () => {
    await nextTick()
    list.value?.querySelector('[aria-current]')?.scrollIntoView?.({ block: 'center' })
  },
)
const last = computed(() => (page.data.value ? page.data.value.from + page.data.value.lines.length - 1 : 0))
</script>

<template>
  <div v-if="!page.data.value || !kept" class="page"><Opening :error="page.error.value" /></div>
  <div v-else class="page">
    <header class="flex flex-wrap gap-x-3.5 gap-y-2 items-center mb-3">
      <div class="flex-1">
        <h1>{{ kept.name }}, issue {{ kept.issue }}</h1>
        <p class="quiet m-0">
          {{ kept.lines }} lines, kept {{ when(kept.at, session.shop) }} by {{ kept.by
          }}<template v-if="kept.note">: {{ kept.note }}</template
          >. <RouterLink :to="{ name: 'operation', params: { operation: kept.operation } }">Its operation</RouterLink>
        </p>
      </div>
      <Button :disabled="from <= 1" @click="from = Math.max(1, from - 400)">Lines before</Button>
      <span class="quiet">{{ page.data.value.from }} to {{ last }}</span>
      <Button :disabled="last >= kept.lines" @click="from = from + 400">Lines after</Button>
      <Button @click="changing = true">Change it</Button>
    </header>
    <p v-if="setup.error.value" class="query mx-0 mt-0 mb-2.5">
      The setup that its path was asked for cannot be shown: {{ setup.error.value.message }} It stands over the stock alone.
    </p>
    <div class="grid grid-cols-[minmax(0,2fr)_minmax(0,3fr)] gap-3.5 items-start max-narrow:grid-cols-1">
      <ol
        ref="list"
        class="sheet list-none m-0 px-3.5 py-2 h-full max-h-[70vh] overflow-auto"
        tabindex="0"
        aria-label="Text of the program"
      >
        <li
          v-for="(text, at) in page.data.value.lines"
          :key="at"
          class="grid grid-cols-[52px_minmax(0,1fr)] gap-3.5 cursor-pointer"
          :aria-current="page.data.value.from + at === asked ? 'true' : undefined"
          :data-line="page.data.value.from + at"
          @click="goToLine(page.data.value.from + at)"
        >
          <span class="number text-right text-quiet">{{ page.data.value.from + at }}</span>{{ ' '
          }}<code class="whitespace-pre-wrap">{{ text }}</code>
        </li>
      </ol>
      <ProgramPath
        v-if="drawn"
        :issue="kept"
        :machine="drawn.machine"
        :plan="drawn.plan"
        :scene="scene.data.value ?? null"
        :line="asked"
        @line="goToLine"
      />
    </div>
    <ChangeProgram v-if="changing" :issue="kept" :machines="machines.data.value ?? []" :setup="setupId" @close="changing = false" />
  </div>
</template>

<style scoped>
li[aria-current] {
  background: var(--act-soft);
  font-weight: 700;
}
</style>
