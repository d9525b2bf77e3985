<script setup lang="ts">
import { computed } from 'vue'
import { useMachines } from '../client/queries.ts'
import Pick from '../ui/Pick.vue'

/** Which machine a place is about. */
const machine = defineModel<string>({ required: true })
const machines = useMachines()
const options = computed(() => (machines.data.value ?? []).map(({ id, name }) => ({ value: id, label: name })))
</script>

<template>
  <Pick v-model="machine" name="Machine" :options="options" class="min-w-37.5" />
</template>
