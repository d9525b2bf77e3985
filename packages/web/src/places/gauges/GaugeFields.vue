<script setup lang="ts">
import { GAUGE_SIZE, hasRange, type LengthUnit } from '@rook/core'
import { optionsOf } from '../../ui/options.ts'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import type { GaugeTyped } from './gauge-form.ts'
import { FAMILIES } from './gauge-names.ts'

/** What a gauge's record says, whether it is new or put right. */
const form = defineModel<GaugeTyped>({ required: true })
defineProps<{ unit: LengthUnit; problems: Readonly<Record<string, string | undefined>> }>()
</script>

<template>
  <WordField v-model="form.name" label="Name" :maxlength="60" :problem="problems.name" />
  <PickField v-model="form.family" label="Kind" :options="optionsOf(FAMILIES)" />
  <WordField
    v-model="form.size"
    :label="`${GAUGE_SIZE[form.family].label}, ${unit} unless said`"
    figure
    :maxlength="40"
    :problem="problems.size"
  />
  <template v-if="hasRange(form.family)">
    <WordField v-model="form.least" :label="`Least size, ${unit}`" figure :maxlength="40" :problem="problems.least" />
    <WordField v-model="form.most" :label="`Greatest size, ${unit}`" figure :maxlength="40" :problem="problems.most" />
  </template>
  <WordField v-model="form.uncertainty" label="Standard uncertainty" figure :maxlength="40" :problem="problems.uncertainty" />
  <WordField v-model="form.intervalDays" label="Interval, days" figure :maxlength="5" :problem="problems.intervalDays" />
</template>
