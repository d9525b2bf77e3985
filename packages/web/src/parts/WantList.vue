<script setup lang="ts">
import type { ChainPage, SetupSummary } from '@rook/contract'
import { computed } from 'vue'
import { mendOf } from './mend.ts'

/** What a stage of a setup still wants, each with the way to where it is done; beyond a few the rest is one press away. */
const props = withDefaults(defineProps<{ wants: ChainPage['chain']['stages'][number]['wants']; at: SetupSummary; shown?: number }>(), {
  shown: Number.POSITIVE_INFINITY,
})
const all = computed(() => props.wants.map((want) => ({ ...want, way: mendOf(want, props.at) })))
const parts = computed(() => [all.value.slice(0, props.shown), all.value.slice(props.shown)])
</script>

<template>
  <template v-for="(some, at_) in parts" :key="at_">
    <component :is="at_ === 0 ? 'div' : 'details'" v-if="some.length > 0">
      <summary v-if="at_ === 1" class="min-h-11 content-center cursor-pointer">{{ some.length }} more</summary>
      <ul class="list-none m-0 p-0" :aria-label="at_ === 0 ? 'What it wants' : 'What else it wants'">
        <li v-for="want in some" :key="want.id" :data-want="want.id" class="min-h-11 content-center">
          {{ want.sentence }}
          <RouterLink v-if="want.way" class="inline-block ml-2 whitespace-nowrap leading-11" :to="want.way.to">{{
            want.way.words
          }}</RouterLink>
        </li>
      </ul>
    </component>
  </template>
</template>
