<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import { explainReadout, readLength, readoutText, type MachineRecord, type Nm, type Scene, type SeenWrong } from '@rook/core'
import { Button, Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { inOtherUnit } from '../../parts/written.ts'
import VerdictMark from '../../parts/VerdictMark.vue'

/** One readout to be seen on the control; a wrong one that is typed in leads back to the likeliest mistake. */
const props = defineProps<{
  sentence: string
  axis: string
  value: Nm
  seen: boolean
  /** What the figure is, where it is no length. */
  holds?: 'angle' | undefined
  /** Why there is nothing to be seen until it is measured again. */
  again?: string | null
  machine: MachineRecord
  scene: Scene
  wrong: Omit<SeenWrong, 'axis' | 'expected' | 'seen'>
}>()
defineEmits<{ see: [] }>()

const other = ref(false)
const typed = ref('')
const reading = computed(() => readLength(typed.value, { name: 'The readout', unit: props.machine.unit, grid: props.machine.increment }))
const verdict = computed(() => {
  const read = reading.value
  if (read.kind === 'empty') return null
  if (read.kind !== 'length') return read.sentence
  return explainReadout({ ...props.wrong, axis: props.axis as SeenWrong['axis'], expected: props.value, seen: read.value }, props.scene)
})
</script>

<template>
  <li class="flex items-center gap-3.5 min-h-14 px-3.5 py-1 border-b border-b-rule max-phone:flex-wrap last:border-b-0">
    <VerdictMark :verdict="seen ? 'clear' : 'to-see'" />
    <span class="flex-1 max-phone:basis-[80%]">
      {{ sentence }}
      <span v-if="other" class="other flex flex-wrap gap-x-4 gap-y-1.5 items-center mt-1">
        <span>It reads</span>
        <Input
          v-model:value="typed"
          class="figure typed w-37.5 text-right"
          autocomplete="off"
          :maxlength="60"
          :aria-label="`${axis} as it reads`"
        />
        <strong v-if="verdict" class="stop" data-explained>{{ verdict }}</strong>
      </span>
    </span>
    <span class="reads grid justify-items-end">
      <strong class="figure text-20">{{ readoutText({ axis, value, holds }, machine) }}</strong>
      <span v-if="!holds" class="quiet small figure">{{ inOtherUnit(value, machine) }}</span>
    </span>
    <span v-if="again" class="buttons stop grid justify-items-stretch min-w-42 flex-none" data-again
      >{{ again }}: measure it again first</span
    >
    <span v-else class="buttons grid justify-items-stretch min-w-42 flex-none">
      <MayNot to="see"
        ><Button class="[&.seen]:text-act [&.seen]:border-act" :disabled="seen" :class="{ seen }" @click="$emit('see')">{{
          seen ? 'seen' : 'I see it'
        }}</Button></MayNot
      >
      <Button type="link" v-if="!seen && !holds" @click="other = !other">it reads something else</Button>
    </span>
  </li>
</template>
