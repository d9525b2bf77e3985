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
  <label class="file inline-flex items-center min-h-11 px-3.25 py-0 bg-sheet border border-rule rounded-3 cursor-pointer"
    ><input type="file" :aria-label="label" :accept="accept" @change="choose" /><slot>Choose a file</slot></label
  >
</template>

<style scoped>
input {
  position: absolute;
  width: 1px;
  opacity: 0;
}
.file:focus-within {
  outline: 2px solid var(--act);
}
</style>
