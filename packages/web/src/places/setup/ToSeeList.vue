<script setup lang="ts">
import { readoutAbout, type Scene, type SeenWrong } from '@rook/core'
import type { ToSee } from '@rook/contract'
import { useSend } from '../../client/use-send.ts'
import ReadoutRow from './ReadoutRow.vue'

const props = defineProps<{ items: ToSee[]; scene: Scene }>()
const { trouble, send } = useSend()

const see = (item: ToSee) => send('see', { params: { id: item.entry }, body: { key: item.key } })

/** A slot's axis, or a tool against the operation's first slot. */
function about({ key, before }: ToSee): Omit<SeenWrong, 'axis' | 'expected' | 'seen'> {
  const { slot, tool } = readoutAbout(key)
  return { slot: slot ?? props.scene.plan?.slots[0] ?? '', tool, display: 'part', before: tool === null ? before : null }
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
        :wrong="about(item)"
        @see="see(item)"
      />
    </ul>
  </div>
</template>
