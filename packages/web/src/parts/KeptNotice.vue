<script setup lang="ts">
import { Button } from 'ant-design-vue'
defineProps<{
  resumed: boolean
  movedOn: boolean
}>()
defineEmits<{ begin: [] }>()
</script>

<!-- Says above a form that what stands in it is not the record. -->
<template>
  <p v-if="resumed || movedOn" class="kept flex flex-wrap items-center gap-x-3.5 gap-y-1.5" :class="{ query: movedOn }" role="status">
    <template v-if="movedOn">The record has been changed since this was typed; keeping it would put all of it back.</template>
    <template v-else>What was typed here before still stands below; it is not kept yet.</template>
    <Button @click="$emit('begin')">As on record</Button>
  </p>
</template>

<style scoped>
.kept {
  margin: 0 0 10px;
}
</style>
