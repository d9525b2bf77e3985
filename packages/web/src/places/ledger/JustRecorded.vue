<script setup lang="ts">
import type { Entry } from '@rook/contract'
import { atControl, listed, type MachineRecord } from '@rook/core'
import { computed } from 'vue'
import { useEntry } from '../../app/queries.ts'
import EntryNote from '../../routine/EntryNote.vue'
import EntrySheet from './EntrySheet.vue'

/** What has just been recorded, with its way back; ways on stand beside it. */
const props = defineProps<{ title: string; entry: Entry; machine: MachineRecord }>()
/** What has become of it since: a readout that was ticked beside it is seen here too. */
const query = useEntry(() => props.entry.content.id)
const now = computed(() => query.data.value ?? props.entry)
const control = computed(() => atControl(props.entry.content.writes))
const named = (writes: readonly { name: string }[]) => listed(writes.map(({ name }) => name))
defineEmits<{ undone: [] }>()
</script>

<template>
  <div class="page recorded grid grid-cols-1 gap-3.5 content-start">
    <h1>{{ title }}</h1>
    <EntryNote :entry="now" :machine="machine" @undone="$emit('undone')"><slot name="ways" /></EntryNote>
    <p v-if="control.toPut.length > 0" class="quiet" data-control>
      Now put {{ named(control.toPut) }} into the control. The ledger does not reach into {{ machine.name }}; whoever types it there sees it
      there.
    </p>
    <p v-else-if="control.there.length > 0" class="quiet" data-control>
      Nothing changes in the control: {{ named(control.there) }} {{ control.there.length === 1 ? 'stays' : 'stay' }} what it held.
    </p>
    <p v-else-if="control.ownOnly.length > 0" class="quiet" data-control>
      {{ named(control.ownOnly) }} {{ control.ownOnly.length === 1 ? 'is' : 'are' }} kept in the ledger alone; the control has no place for
      {{ control.ownOnly.length === 1 ? 'it' : 'them' }}.
    </p>
    <slot />
    <EntrySheet :entry="now" :machine="machine" />
  </div>
</template>

<style scoped>
.recorded > * {
  margin: 0;
}
</style>
