<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { Modal } from 'ant-design-vue'
import { ref } from 'vue'
import { useRouter } from 'vue-router'

const open = ref(false)
const router = useRouter()

const PLACES: Record<string, string> = { f: '/floor', s: '/setup', t: '/tools', x: '/exchange', l: '/ledger', m: '/machines' }
const LINES: [string, string][] = [
  ['g then f, s, t, l, x, m', 'go to Floor, Setup, Tools, Ledger, Exchange, Machines'],
  ['Enter', 'keep this figure and go to the next one'],
  ['Shift + Enter', 'go back to the figure before'],
  ['Ctrl + Enter', 'record'],
  ['?', 'this list'],
]

let going = false
useEventListener('keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement
  if (target.closest('input, textarea, select, [contenteditable]') || event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === '?') open.value = true
  const place = going ? PLACES[event.key] : undefined
  if (place) void router.push(place)
  going = event.key === 'g'
})
</script>

<template>
  <Modal v-model:open="open" title="Keys" :footer="null">
    <dl class="keys">
      <template v-for="[key, what] in LINES" :key="key">
        <dt>{{ key }}</dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
  </Modal>
</template>

<style scoped>
.keys {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 10px 20px;
  margin: 8px 0 0;
}
dt {
  font-weight: 700;
}
dd {
  margin: 0;
}
</style>
