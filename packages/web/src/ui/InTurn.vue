<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue'
import { turns } from './turns.ts'

/**
 * Makes what is in it when its turn comes, one thing after the other: a list to choose from takes a slow tablet a tenth of a
 * second to make, and four of them at once would keep a finger waiting.
 */
const { atOnce = false } = defineProps<{ /** Has its turn already: what is looked at first. */ atOnce?: boolean }>()
const isNext = ref(atOnce)
if (!atOnce) onBeforeUnmount(turns.wait(() => (isNext.value = true)))
</script>

<template>
  <slot v-if="isNext" />
</template>
