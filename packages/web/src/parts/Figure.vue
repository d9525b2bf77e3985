<script setup lang="ts">
import type { MachineRecord, Nm } from '@rook/core'
import { computed } from 'vue'
import { writeFigure } from './figure.ts'

const props = defineProps<{ value: Nm; machine: Pick<MachineRecord, 'unit' | 'increment'> }>()
const written = computed(() => writeFigure(props.value, props.machine))
</script>

<template>
  <span class="figure cut"
    >{{ written.main }}<span v-if="written.extra" class="extra">{{ written.extra }}</span></span
  >
</template>

<style scoped>
.cut {
  position: relative;
}
.extra {
  position: absolute;
  left: 100%;
  color: var(--quiet);
  font-size: 0.75em;
  bottom: 0.08em;
}
</style>
