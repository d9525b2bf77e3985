<script setup lang="ts">
/** What stands where a page will be: that it is being fetched, or why it cannot be. */
defineProps<{ error: Error | null | undefined }>()
</script>

<template>
  <p v-if="error" class="stop" role="alert">{{ error.message }}</p>
  <p v-else class="quiet">Opening …</p>
</template>
