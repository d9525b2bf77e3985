<script setup lang="ts">
import { withWear, type MachineRecord, type OffsetPair } from '@rook/core'
import { computed } from 'vue'
import type { EditsState } from './use-edits.ts'
import { asRegister } from '../../parts/written.ts'

/** Geometry and wear as the control counts them, with what is typed and not recorded yet. */
const props = defineProps<{ pair: OffsetPair; edits: EditsState; machine: MachineRecord }>()
const text = computed(() => {
  const value = props.edits.shownValue(props.pair.geometry)
  return value === null
    ? ''
    : asRegister(
        props.pair.geometry,
        withWear(value, props.pair.wear === null ? null : props.edits.shownValue(props.pair.wear), props.machine),
        props.machine,
      )
})
</script>

<template>
  <span class="figure" role="cell" :data-total="pair.geometry">{{ text }}</span>
</template>
