<script setup lang="ts">
import type { Entry, Setup } from '@rook/contract'
import { useRouter } from 'vue-router'
import { begunWith } from './begun-with.ts'
import RoutinePage from './RoutinePage.vue'

/** A routine that is no step of an order of work: on a machine alone, or beside the steps of the setup at hand. */
defineProps<{ routine: string; machine?: string; setup?: string; data?: Setup }>()
const router = useRouter()
const recorded = (entry: Entry) => router.push({ name: 'entry', params: { entry: entry.content.id } })
</script>

<template>
  <RoutinePage
    :machine="data?.summary.machine ?? machine!"
    :setup="setup ?? null"
    :step="null"
    :routine="routine"
    v-bind="begunWith(routine, $route.query.tool)"
    @recorded="recorded"
  />
</template>
