<script setup lang="ts">
/**
 * Opens the system's own choice of a file. The library's Upload puts a button into a button, which a screen reader cannot tell
 * apart; here it is one field that looks like a button.
 */
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
  <label class="file"><input type="file" :aria-label="label" :accept="accept" @change="choose" /><slot>Choose a file</slot></label>
</template>

<style scoped>
.file {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  padding: 0 13px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  cursor: pointer;
}
input {
  position: absolute;
  width: 1px;
  opacity: 0;
}
.file:focus-within {
  outline: 2px solid var(--act);
}
</style>
