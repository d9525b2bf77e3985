<script setup lang="ts">
import { useSend } from '../client/use-send.ts'
import { asRegister, type MachineRecord } from '@rook/core'
import type { Entry } from '@rook/contract'
import { useIntervalFn } from '@vueuse/core'
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useSession } from '../client/session.ts'
import { when } from '../client/time.ts'

const props = defineProps<{ entry: Entry; machine: MachineRecord }>()
const emit = defineEmits<{ undone: [] }>()

const UNDO_FOR = 60_000

const session = useSession()
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 1000)
const left = computed(() => Math.ceil((Date.parse(props.entry.content.at) + UNDO_FOR - now.value) / 1000))
const { trouble, busy, send } = useSend()

async function undo(): Promise<void> {
  const id = props.entry.content.id
  if (await send('correct', { params: { id }, body: { reason: 'undone right after recording' } })) emit('undone')
}
</script>

<template>
  <div class="sheet note flex items-center gap-4 px-4.5 py-3 border-l-4 border-l-act" role="status">
    <div class="flex-1">
      <p class="text-19 flex gap-3 items-baseline flex-wrap">
        <template v-for="write in entry.content.writes" :key="write.register"
          ><strong>{{ write.name }}</strong>
          <strong class="figure value text-26">{{
            write.after === null ? 'unset' : asRegister(write.register, write.after, machine)
          }}</strong></template
        >
        <strong v-if="entry.content.writes.length === 0">{{ entry.content.title }}</strong>
      </p>
      <p class="quiet">
        Recorded as entry {{ entry.content.seq }} on {{ machine.name }}, {{ when(entry.content.at, session.shop) }},
        {{ entry.content.person.name }}.
        <RouterLink :to="{ name: 'entry', params: { entry: entry.content.id } }">See the entry</RouterLink>
      </p>
      <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    </div>
    <Button v-if="left > 0 && !entry.correctedBy" size="large" :disabled="busy" @click="undo">
      Undo <span class="small figure ml-2">{{ left }} s</span>
    </Button>
    <slot />
  </div>
</template>

<style scoped>
p {
  margin: 0;
}
</style>
