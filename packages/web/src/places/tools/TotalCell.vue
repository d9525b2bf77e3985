<script setup lang="ts">
import { plus, ZERO, type MachineRecord, type OffsetPair } from '@rook/core'
import { computed } from 'vue'
import type { EditsState } from './use-edits.ts'
import { asRegister } from '../../parts/written.ts'

/** Geometry and wear as the control adds them, with what is typed and not recorded yet. */
const props = defineProps<{ pair: OffsetPair; edits: EditsState; machine: MachineRecord }>()
const text = computed(() => {
  const value = props.edits.shownValue(props.pair.geometry)
  return value === null
    ? ''
    : asRegister(
        props.pair.geometry,
        plus(value, (props.pair.wear === null ? null : props.edits.shownValue(props.pair.wear)) ?? ZERO),
        props.machine,
      )
})
</script>

<template>
  <span class="figure" role="cell" :data-total="pair.geometry">{{ text }}</span>
</template>
