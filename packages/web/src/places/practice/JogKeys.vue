<script setup lang="ts">
import type { PracticePanel, PressBody } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import OneOf from '../../ui/OneOf.vue'
import WordField from '../../ui/WordField.vue'
import { distanceOf, jogSteps } from './jog-steps.ts'

/** Moving by hand: by steps, by a distance, or feeding until something is touched. */
const props = defineProps<{ panel: PracticePanel; disabled: boolean }>()
const emit = defineEmits<{ press: [body: PressBody] }>()

const steps = computed(() => jogSteps(props.panel.unit, props.panel.increment))
const step = ref(steps.value[1]!.label)
const options = computed(() => steps.value.map(({ label }) => ({ value: label, label })))
const far = ref('')
const distance = computed(() => distanceOf(far.value, props.panel.unit))
const axis = ref(props.panel.places[0]!.axis)
const axes = computed(() => props.panel.places.map((place) => ({ value: place.axis, label: place.axis })))
const jog = (along: string, sign: 1 | -1) =>
  emit('press', { press: 'jog', axis: along, distance: sign * steps.value.find(({ label }) => label === step.value)!.mm })
const go = (press: 'jog' | 'touch' | 'cut') => emit('press', { press, axis: axis.value, distance: distance.value! })
</script>

<template>
  <div class="keys grid gap-3.5">
    <div>
      <p class="quiet mx-0 mt-0 mb-1">Step, {{ panel.unit }}</p>
      <OneOf v-model="step" name="Step" :options="options" />
    </div>
    <div class="flex flex-wrap gap-x-4.5 gap-y-2.5 items-end">
      <span v-for="place in panel.places" :key="place.axis" class="pair flex gap-1.5">
        <Button size="large" :disabled="disabled" @click="jog(place.axis, -1)">{{ place.axis }}&minus;</Button>
        <Button size="large" :disabled="disabled" @click="jog(place.axis, 1)">{{ place.axis }}+</Button>
      </span>
    </div>
    <div class="by flex flex-wrap gap-x-4.5 gap-y-2.5 items-end">
      <div>
        <p class="quiet mx-0 mt-0 mb-1">Axis</p>
        <OneOf v-model="axis" name="Axis" :options="axes" />
      </div>
      <WordField v-model="far" class="distance w-50" figure :label="`Distance, ${panel.unit}, with its sign`" :maxlength="12" />
      <Button size="large" :disabled="disabled || distance === null" @click="go('jog')">Move</Button>
      <Button size="large" :disabled="disabled || distance === null" @click="go('touch')">Feed until it touches</Button>
      <Button v-if="panel.cutsByHand" size="large" :disabled="disabled || distance === null" @click="go('cut')">Cut</Button>
    </div>
  </div>
</template>

<style scoped>
.pair .ant-btn {
  min-width: 64px;
}
</style>
