<script setup lang="ts">
import type { Found } from '@rook/contract'
import { refDebounced, useIntervalFn } from '@vueuse/core'
import { Input, Modal } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { RouteLocationRaw } from 'vue-router'
import { useFound } from '../client/queries.ts'

/** Anything in the shop by a few letters of what it is called. */
const open = defineModel<boolean>('open', { required: true })
const text = ref('')
const words = refDebounced(
  computed(() => text.value.trim()),
  80,
)
const found = useFound(() => (open.value ? words.value : ''))
const list = ref<HTMLElement | null>(null)
const frame = ref<HTMLElement | null>(null)
const toField = () => frame.value?.querySelector('input')?.focus()

const KINDS: Readonly<Record<Found['kind'], { name: string; to: (found: Found) => RouteLocationRaw }>> = {
  machine: { name: 'machine', to: ({ id }) => ({ name: 'machine', params: { machine: id } }) },
  setup: { name: 'setup', to: ({ id }) => ({ name: 'setup', params: { setup: id } }) },
  job: { name: 'job', to: ({ id }) => ({ name: 'job', params: { job: id } }) },
  part: { name: 'part', to: ({ id }) => ({ name: 'part', params: { part: id } }) },
  tool: { name: 'tool', to: ({ id }) => ({ name: 'tool', params: { assembly: id } }) },
  slot: { name: 'slot', to: ({ of }) => ({ name: 'machine', params: { machine: of! } }) },
  gauge: { name: 'gauge', to: ({ id }) => ({ name: 'gauge', params: { gauge: id } }) },
  person: { name: 'entries of', to: ({ id }) => ({ name: 'ledger', query: { person: id } }) },
  entry: { name: 'entry', to: ({ id }) => ({ name: 'entry', params: { entry: id } }) },
}

/** The dialog opens with a movement; until it can be typed into, the cursor is put there again. */
const { pause, resume } = useIntervalFn(
  () => {
    toField()
    if (frame.value?.contains(document.activeElement)) pause()
  },
  30,
  { immediate: false },
)
watch(
  open,
  (isOpen) => {
    text.value = ''
    if (isOpen) resume()
    else pause()
  },
  { immediate: true },
)

/** The arrow keys go through what was found; Enter in the field takes the first. */
function move(event: KeyboardEvent): void {
  const links = [...(list.value?.querySelectorAll('a') ?? [])]
  const at = links.indexOf(document.activeElement as HTMLAnchorElement)
  if (event.key === 'Enter' && at < 0) links[0]?.click()
  else if (event.key === 'ArrowDown') links[at + 1]?.focus()
  else if (event.key === 'ArrowUp' && at > 0) links[at - 1]!.focus()
  else if (event.key === 'ArrowUp') toField()
  else return
  event.preventDefault()
}
</script>

<template>
  <Modal v-model:open="open" title="Find" :footer="null" :width="640" destroy-on-close>
    <div ref="frame" @keydown="move">
      <Input
        v-model:value="text"
        type="search"
        allow-clear
        placeholder="machine, job, part, tool, slot, gauge, person, or an entry’s number"
        aria-label="What to find"
        :maxlength="60"
      />
      <ul class="list-none mx-0 mt-2 mb-0 p-0 max-h-[56vh] overflow-auto" ref="list" aria-label="Found">
        <li v-for="one in found.data.value" :key="one.kind + one.id + one.of">
          <RouterLink
            class="grid grid-cols-[84px_minmax(0,1fr)] gap-3 items-center min-h-11.5 px-2 py-1 border-b border-b-rule text-inherit no-underline"
            :to="KINDS[one.kind].to(one)"
            @click="open = false"
          >
            <span class="quiet small kind text-right">{{ KINDS[one.kind].name }}</span>
            <span
              ><strong>{{ one.title }}</strong> <span class="quiet">{{ one.detail }}</span></span
            >
          </RouterLink>
        </li>
      </ul>
      <p v-if="words !== '' && found.data.value?.length === 0" class="quiet" role="status">Nothing is called that.</p>
    </div>
  </Modal>
</template>

<style scoped>
a:hover,
a:focus {
  background: var(--act-soft);
}
</style>
