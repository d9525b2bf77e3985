<script setup lang="ts">
import { computed } from 'vue'

/** The sides of the stock from above: touching one chooses the axis and the way it is touched from. */
const props = defineProps<{ box: { left: number; top: number; width: number; height: number } }>()
const emit = defineEmits<{ side: [axis: 'X' | 'Y', direction: '+' | '-'] }>()

/** How wide a strip along a side a gloved finger may hit. */
const REACH = 44

const strips = computed(() => {
  const { left, top, width, height } = props.box
  const upright = { y: top, width: REACH, height }
  const lying = { x: left, width, height: REACH }
  return [
    { ...upright, x: left - REACH / 2, axis: 'X' as const, direction: '+' as const, label: 'left side, moving X+' },
    { ...upright, x: left + width - REACH / 2, axis: 'X' as const, direction: '-' as const, label: 'right side, moving X\u2212' },
    { ...lying, y: top + height - REACH / 2, axis: 'Y' as const, direction: '+' as const, label: 'near side, moving Y+' },
    { ...lying, y: top - REACH / 2, axis: 'Y' as const, direction: '-' as const, label: 'far side, moving Y\u2212' },
  ]
})
</script>

<template>
  <rect
    v-for="{ axis, direction, label, ...room } in strips"
    :key="label"
    class="cursor-pointer"
    v-bind="room"
    role="button"
    tabindex="0"
    :aria-label="label"
    @click="emit('side', axis, direction)"
    @keydown.enter="emit('side', axis, direction)"
  >
    <title>{{ label }}</title>
  </rect>
</template>

<style scoped>
rect {
  fill: transparent;
}
rect:hover,
rect:focus-visible {
  fill: color-mix(in srgb, var(--act) 22%, transparent);
  outline: none;
}
</style>
