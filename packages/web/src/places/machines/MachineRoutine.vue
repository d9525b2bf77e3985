<script setup lang="ts">
import type { Entry } from '@rook/contract'
import { useRouter } from 'vue-router'
import { begunWith } from '../../routine/begun-with.ts'
import RoutinePage from '../../routine/RoutinePage.vue'

defineProps<{ machine: string; routine: string }>()
const router = useRouter()
const recorded = (entry: Entry) => router.push({ name: 'entry', params: { entry: entry.content.id } })
</script>

<template>
  <RoutinePage
    :machine="machine"
    :setup="null"
    :step="null"
    :routine="routine"
    v-bind="begunWith(routine, $route.query.tool)"
    @recorded="recorded"
  />
</template>
