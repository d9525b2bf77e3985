<script setup lang="ts">
import type { Scene, SeenWrong } from '@rook/core'
import type { ToSee } from '@rook/contract'
import { useSend } from '../../client/use-send.ts'
import ReadoutRow from './ReadoutRow.vue'

defineProps<{ items: ToSee[]; scene: Scene }>()
const { trouble, send } = useSend()

const see = (item: ToSee) => send('see', { params: { id: item.entry }, body: { key: item.key } })

function wrong({ about: { slot, tool }, before }: ToSee): Omit<SeenWrong, 'axis' | 'expected' | 'seen'> {
  return { slot, tool, display: 'part', before: tool === null ? before : null }
}
</script>

<template>
  <div>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <ul class="sheet list-none m-0 p-0" v-if="items.length > 0">
      <ReadoutRow
        v-for="item in items"
        :key="item.entry + item.key"
        :data-readout="item.key"
        :sentence="item.sentence"
        :axis="item.axis"
        :value="item.value"
        :seen="item.seen"
        :holds="item.holds"
        :again="item.again"
        :machine="scene.machine"
        :scene="scene"
        :wrong="wrong(item)"
        @see="see(item)"
      />
    </ul>
  </div>
</template>
