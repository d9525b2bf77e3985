<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { Modal } from 'ant-design-vue'
import { defineAsyncComponent, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { inOther } from '../client/other-unit.ts'

// Looked for now and then; it comes when it is called for the first time.
const Finder = defineAsyncComponent(() => import('./Finder.vue'))
const open = ref(false)
/** Asked for with `/` here, or with the button at the top. */
const finding = defineModel<boolean>('finding', { required: true })
const sought = ref(false)
watch(finding, (is) => is && (sought.value = true))
const router = useRouter()

const PLACES: Record<string, { to: string; name: string }> = {
  f: { to: '/floor', name: 'Floor' },
  s: { to: '/setup', name: 'Setup' },
  j: { to: '/parts', name: 'Parts and jobs' },
  t: { to: '/tools', name: 'Tools' },
  l: { to: '/ledger', name: 'Ledger' },
  g: { to: '/gauges', name: 'Gauges' },
  x: { to: '/exchange', name: 'Exchange' },
  m: { to: '/machines', name: 'Machines' },
  p: { to: '/people', name: 'Shop and people' },
}
const LINES: [string, string][] = [
  [
    `g, then ${Object.keys(PLACES).join(', ')}`,
    `go to ${Object.values(PLACES)
      .map(({ name }) => name)
      .join(', ')}`,
  ],
  ['Enter', 'keep this figure and go to the next one'],
  ['Shift + Enter', 'go back to the figure before'],
  ['Ctrl + Enter', 'record'],
  ['u', 'read every figure in the other unit, and back'],
  ['/', 'find anything by a few letters'],
  ['?', 'this list'],
]

let going = false
useEventListener('keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement
  if (target.closest('input, textarea, select, [contenteditable]') || event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === '?') open.value = true
  if (event.key === 'u' && !going) inOther.value = !inOther.value
  if (event.key === '/') {
    event.preventDefault()
    finding.value = true
  }
  const place = going ? PLACES[event.key] : undefined
  if (place) void router.push(place.to)
  // Gauges have the key that begins it: pressed twice it goes there.
  going = event.key === 'g' && !going
})
</script>

<template>
  <Modal v-model:open="open" title="Keys" :footer="null">
    <dl class="keys grid grid-cols-[auto_1fr] gap-x-5 gap-y-2.5 mx-0 mt-2 mb-0">
      <template v-for="[key, what] in LINES" :key="key">
        <dt class="font-bold">{{ key }}</dt>
        <dd class="m-0">{{ what }}</dd>
      </template>
    </dl>
  </Modal>
  <Finder v-if="sought" v-model:open="finding" />
</template>
