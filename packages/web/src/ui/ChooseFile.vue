<script setup lang="ts">
/** A button that opens the system's own choice of a file. */
defineProps<{ accept: string; label: string }>()
const emit = defineEmits<{ chosen: [file: File] }>()

function choose(event: Event): void {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  if (!file) return
  emit('chosen', file)
  // The same file, mended meanwhile, can be chosen again.
  input.value = ''
}
</script>

<template>
  <label class="plain"><input type="file" :aria-label="label" :accept="accept" @change="choose" /><slot>Choose a file</slot></label>
</template>

<style scoped>
input {
  position: absolute;
  width: 1px;
  opacity: 0;
}
.plain:focus-within {
  outline: 2px solid var(--act);
}
</style>
