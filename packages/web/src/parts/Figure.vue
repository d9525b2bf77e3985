<script setup lang="ts">
import type { MachineRecord, Nm } from '@rook/core'
import { computed } from 'vue'
import { writeFigure } from './figure.ts'
import type { Holds } from './figure.ts'
import { inOther } from '../client/other-unit.ts'
import { asRegister, inOtherUnit } from './written.ts'

const props = defineProps<{ value: Nm; machine: MachineRecord; holds?: Holds | undefined; register?: string | null }>()
const written = computed(() =>
  // A register has a step of its own.
  props.register
    ? { main: asRegister(props.register, props.value, props.machine), extra: '' }
    : inOther.value && (props.holds ?? 'length') === 'length'
      ? { main: inOtherUnit(props.value, props.machine), extra: '' }
      : writeFigure(props.value, props.machine, props.holds),
)
</script>

<template>
  <span class="figure relative" :class="{ other: inOther }"
    >{{ written.main
    }}<span v-if="written.extra" class="extra absolute left-full text-quiet bottom-[0.08em]">{{ written.extra }}</span></span
  >
</template>

<style scoped>
.extra {
  font-size: 0.75em;
}
</style>
