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
  <li>
    <VerdictMark :verdict="seen ? 'clear' : 'to-see'" />
    <span class="grow">
      {{ sentence }}
      <span v-if="other" class="other">
        <span>It reads</span>
        <Input v-model:value="typed" class="figure typed" autocomplete="off" :maxlength="60" :aria-label="`${axis} as it reads`" />
        <strong v-if="verdict" class="stop" data-explained>{{ verdict }}</strong>
      </span>
    </span>
    <span class="reads">
      <strong class="figure">{{ readoutText({ axis, value, holds }, machine) }}</strong>
      <span v-if="!holds" class="quiet small figure">{{ inOtherUnit(value, machine) }}</span>
    </span>
    <span v-if="again" class="buttons stop" data-again>{{ again }}: measure it again first</span>
    <span v-else class="buttons">
      <MayNot to="see"
        ><Button :disabled="seen" :class="{ seen }" @click="$emit('see')">{{ seen ? 'seen' : 'I see it' }}</Button></MayNot
      >
      <Button type="link" v-if="!seen && !holds" @click="other = !other">it reads something else</Button>
    </span>
  </li>
</template>

<style scoped>
li {
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 56px;
  padding: 4px 14px;
  border-bottom: 1px solid var(--rule);
}
li:last-child {
  border-bottom: 0;
}
.reads {
  display: grid;
  justify-items: end;
}
.reads strong {
  font-size: 20px;
}
.buttons {
  display: grid;
  justify-items: stretch;
  min-width: 168px;
  flex: none;
}
.buttons .seen {
  color: var(--act);
  border-color: var(--act);
}
.other {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  margin-top: 4px;
}
.typed {
  width: 150px;
  text-align: right;
}
@media (max-width: 760px) {
  li {
    flex-wrap: wrap;
  }
  .grow {
    flex-basis: 80%;
  }
}
</style>
