<script setup lang="ts">
import { asShown, type MachineRecord } from '@rook/core'
import { api, type ToSee } from '@rook/contract'
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { troubleOf } from '../../app/after.ts'
import { call } from '../../app/call.ts'
import { inOtherUnit } from '../../parts/figure.ts'
import VerdictMark from '../../parts/VerdictMark.vue'

defineProps<{ items: ToSee[]; machine: MachineRecord }>()
const queries = useQueryClient()
const trouble = ref<string | null>(null)

async function see(item: ToSee): Promise<void> {
  trouble.value = null
  try {
    await call(api.see, { params: { id: item.entry }, body: { id: crypto.randomUUID(), key: item.key } })
    await queries.invalidateQueries()
  } catch (error) {
    trouble.value = troubleOf(error)
  }
}
</script>

<template>
  <div>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <ul class="sheet" v-if="items.length > 0">
      <li v-for="item in items" :key="item.entry + item.key" :data-readout="item.key">
        <VerdictMark :verdict="item.seen ? 'clear' : 'to-see'" />
        <span class="grow">{{ item.sentence }}</span>
        <span class="reads">
          <strong class="figure">{{ item.axis }} {{ asShown(item.value, machine, 'always') }}</strong>
          <span class="quiet small figure">{{ inOtherUnit(item.value, machine) }}</span>
        </span>
        <button type="button" :disabled="item.seen" @click="see(item)">{{ item.seen ? 'seen' : 'I see it' }}</button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0 16px;
}
li {
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 62px;
  border-bottom: 1px solid var(--rule);
}
li:last-child {
  border-bottom: 0;
}
.grow {
  flex: 1;
}
.reads {
  display: grid;
  justify-items: end;
}
.reads strong {
  font-size: 20px;
}
button {
  min-height: 44px;
  min-width: 92px;
  font: inherit;
  background: var(--paper);
  color: var(--ink);
  border: 1px solid var(--rule);
  border-radius: 3px;
  cursor: pointer;
}
button:disabled {
  background: none;
  border-color: transparent;
  color: var(--act);
  cursor: default;
}
</style>
