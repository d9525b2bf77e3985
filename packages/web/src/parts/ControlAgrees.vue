<script setup lang="ts">
import { computed } from 'vue'
import { useControl } from '../client/queries.ts'
import { useSession } from '../client/session.ts'
import { when } from '../client/time.ts'
import GoTo from '../ui/GoTo.vue'

/** Whether control and ledger agree, and as of when; nothing where the control was never read. */
const props = defineProps<{ machine: string }>()
const session = useSession()
const control = useControl(() => props.machine)
const said = computed(() => {
  const { read = null, agree = 0, differ = [], notCompared = [] } = control.data.value ?? {}
  if (!read || agree + differ.length === 0) return null
  return differ.length === 0
    ? `Control and ledger agree as of ${when(read.at, session.shop)}${notCompared.length > 0 ? `, ${notCompared.length} not compared` : ''}`
    : `Control and ledger differ in ${differ.length}: ${differ
        .slice(0, 3)
        .map(({ name }) => name)
        .join(', ')}`
})
</script>

<template>
  <GoTo v-if="said" type="link" :class="{ stop: control.data.value!.differ.length > 0 }" :to="{ name: 'held', params: { machine } }">{{
    said
  }}</GoTo>
</template>
