<script setup lang="ts">
import type { Entry, Setup } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useMachines, useScene } from '../../client/queries.ts'
import GoTo from '../../ui/GoTo.vue'
import { begunWith } from '../../routine/begun-with.ts'
import { useDrafts } from '../../routine/drafts.ts'
import { onceMore } from '../../routine/once-more.ts'
import RoutinePage from '../../routine/RoutinePage.vue'
import { draftKey } from '../../routine/use-routine.ts'

// Fetched while the figures are typed: nobody waits for it before the first field.
const JustRecorded = defineAsyncComponent(() => import('../ledger/JustRecorded.vue'))

/** A routine that is no step of an order of work: on a machine alone, or beside the steps of the setup at hand. */
const props = defineProps<{ routine: string; machine?: string; setup?: string; data?: Setup }>()
const route = useRoute()
const machines = useMachines()
const machineId = computed(() => props.data?.summary.machine ?? props.machine!)
const on = computed(() => machines.data.value?.find(({ id }) => id === machineId.value) ?? null)
const fresh = ref<Entry | null>(null)
const begun = computed(() => begunWith(props.routine, route.query.tool))
const scene = useScene(machineId, () => props.setup ?? null)
const drafts = useDrafts()
/** Tool, side, gauge and target stay; what was read is read anew. */
function again(): void {
  const inputs = fresh.value?.content.inputs
  if (inputs && scene.data.value) {
    const at = { machine: machineId.value, setup: props.setup ?? null, step: null, routine: props.routine, ...begun.value }
    drafts.drop(draftKey(at), props.routine, { ...onceMore(props.routine, inputs, scene.data.value), ...begun.value.preset })
  }
  fresh.value = null
}
const next = computed(() => props.data?.steps.find(({ id }) => id === props.data!.next) ?? null)
</script>

<template>
  <JustRecorded v-if="fresh && on" :title="fresh.content.title" :entry="fresh" :machine="on" @undone="fresh = null">
    <template #ways>
      <Button size="large" @click="again">Do it once more</Button>
      <GoTo v-if="setup && next" size="large" :to="{ name: 'step', params: { setup, step: next.id } }">Next: {{ next.title }}</GoTo>
      <GoTo v-if="setup" type="primary" size="large" :to="{ name: 'setup', params: { setup } }">Back to the setup</GoTo>
      <GoTo v-else-if="route.query.tool" type="primary" size="large" :to="{ name: 'machine-tools', params: { machine: on.id } }"
        >Back to its tools</GoTo
      >
      <GoTo v-else type="primary" size="large" :to="{ name: 'machine', params: { machine: on.id } }">Back to {{ on.name }}</GoTo>
    </template>
  </JustRecorded>
  <RoutinePage
    v-else
    :machine="machineId"
    :setup="setup ?? null"
    :step="null"
    :routine="routine"
    v-bind="begun"
    @recorded="(entry) => (fresh = entry)"
  />
</template>
