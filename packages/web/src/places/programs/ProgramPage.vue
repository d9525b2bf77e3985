<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useContextLine } from '../../app/context.ts'
import { useMachines, useProgramLines } from '../../app/queries.ts'
import { useSession } from '../../app/session.ts'
import { when } from '../../app/time.ts'
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
watch(asked, (line) => (from.value = stretchAround(line)))
const page = useProgramLines(() => props.issue, from)
const kept = computed(() => page.data.value?.issue ?? null)
useContextLine(() => ['Program', ...(kept.value ? [`${kept.value.name}, issue ${kept.value.issue}`] : [])])
const machines = useMachines()
const changing = ref(false)
const ChangeProgram = defineAsyncComponent(() => import('./ChangeProgram.vue'))
const list = ref<HTMLElement | null>(null)
watch(
  () => page.data.value?.from,
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
    <h1>{{ kept.name }}, issue {{ kept.issue }}</h1>
    <p class="quiet">
      {{ kept.lines }} lines, kept {{ when(kept.at, session.shop) }} by {{ kept.by }}<template v-if="kept.note">: {{ kept.note }}</template
      >. <RouterLink :to="{ name: 'operation', params: { operation: kept.operation } }">Its operation</RouterLink>
    </p>
    <p class="ways flex gap-3.5 items-center">
      <Button :disabled="from <= 1" @click="from = Math.max(1, from - 400)">Lines before</Button>
      <span class="quiet">{{ page.data.value.from }} to {{ last }}</span>
      <Button :disabled="last >= kept.lines" @click="from = from + 400">Lines after</Button>
      <Button @click="changing = true">Change it</Button>
    </p>
    <ol ref="list" class="sheet text list-none m-0 px-3.5 py-2 max-h-[70vh] overflow-auto" tabindex="0" aria-label="Text of the program">
      <li
        v-for="(text, at) in page.data.value.lines"
        :key="at"
        class="grid grid-cols-[64px_minmax(0,1fr)] gap-3.5"
        :aria-current="page.data.value.from + at === asked ? 'true' : undefined"
        :data-line="page.data.value.from + at"
      >
        <span class="number text-right text-quiet">{{ page.data.value.from + at }}</span>{{ ' '
        }}<code class="whitespace-pre-wrap">{{ text }}</code>
      </li>
    </ol>
    <ChangeProgram v-if="changing" :issue="kept" :machines="machines.data.value ?? []" @close="changing = false" />
  </div>
</template>

<style scoped>
li[aria-current] {
  background: var(--act-soft);
  font-weight: 700;
}
</style>
