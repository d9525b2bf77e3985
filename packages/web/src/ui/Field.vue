<script setup lang="ts">
import { useId } from 'vue'

/** A control under its label, tied to it for screen readers, with what is wrong with it below. */
defineProps<{ label: string; problem?: string | null | undefined }>()
const id = useId()
</script>

<template>
  <div class="field grid grid-cols-1 content-end gap-0.5">
    <label :for="id">{{ label }}</label>
    <slot :id="id" :problem-id="problem ? `${id}-problem` : undefined" />
    <p v-if="problem" :id="`${id}-problem`" class="stop small">{{ problem }}</p>
  </div>
</template>

<style scoped>
.field {
  min-width: 0;
}
label {
  color: var(--quiet);
  font-size: 15px;
}
p {
  margin: 0;
}
</style>
