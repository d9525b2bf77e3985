<script setup lang="ts">
import type { Entry } from '@rook/contract'
import { atControl, listed, type MachineRecord } from '@rook/core'
import { computed } from 'vue'
import { useControl, useEntry } from '../../client/queries.ts'
import EntryNote from '../../routine/EntryNote.vue'
import GoTo from '../../ui/GoTo.vue'
import EntrySheet from './EntrySheet.vue'

/** What has just been recorded, with its way back; ways on stand beside it. */
const props = defineProps<{ title: string; entry: Entry; machine: MachineRecord }>()
/** What has become of it since: a readout that was ticked beside it is seen here too. */
const query = useEntry(() => props.entry.content.id)
const now = computed(() => query.data.value ?? props.entry)
/** Whether a lead lets figures be sent into this control. */
const held = useControl(() => props.machine.id)
const sends = computed(() => held.data.value?.sends === true)
const control = computed(() => atControl(props.entry.content.writes))
const named = (writes: readonly { name: string }[]) => listed(writes.map(({ name }) => name))
defineEmits<{ undone: [] }>()
</script>

<template>
  <div class="page recorded grid grid-cols-1 gap-3.5 content-start">
    <h1>{{ title }}</h1>
    <EntryNote :entry="now" :machine="machine" @undone="$emit('undone')"><slot name="ways" /></EntryNote>
    <p v-if="control.toPut.length > 0" class="quiet" data-control>
      Now put {{ named(control.toPut) }} into the control.
      <template v-if="sends"
        >It has not been sent: look at what goes out under
        <GoTo type="link" :to="{ name: 'held', params: { machine: machine.id } }">what the control holds</GoTo>, or type it there.</template
      >
      <template v-else>The ledger writes nothing into {{ machine.name }}; whoever types it there sees it there.</template>
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
