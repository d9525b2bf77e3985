<script setup lang="ts">
import type { Entry } from '@rook/contract'
import type { MachineRecord } from '@rook/core'
import EntryNote from '../../routine/EntryNote.vue'
import EntrySheet from './EntrySheet.vue'

/** What has just been recorded, with its way back; ways on stand beside it. */
defineProps<{ title: string; entry: Entry; machine: MachineRecord }>()
defineEmits<{ undone: [] }>()
</script>

<template>
  <div class="page recorded grid grid-cols-1 gap-3.5 content-start">
    <h1>{{ title }}</h1>
    <EntryNote :entry="entry" :machine="machine" @undone="$emit('undone')"><slot name="ways" /></EntryNote>
    <p v-if="entry.content.writes.length > 0" class="quiet">
      Now put it into the control. The ledger does not reach into {{ machine.name }}; whoever types it there sees it there.
    </p>
    <slot />
    <EntrySheet :entry="entry" :machine="machine" />
  </div>
</template>

<style scoped>
.recorded > * {
  margin: 0;
}
</style>
