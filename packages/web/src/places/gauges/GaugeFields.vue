<script setup lang="ts">
import { GAUGE_SIZE, type GaugeFamily, type LengthUnit } from '@rook/core'
import { optionsOf } from '../../ui/options.ts'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import { FAMILIES } from './gauge-names.ts'

/** What a gauge's record says, whether it is new or put right. */
const form = defineModel<{ name: string; family: GaugeFamily; size: string; uncertainty: string; intervalDays: string }>({ required: true })
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
  <WordField v-model="form.uncertainty" label="Standard uncertainty" figure :maxlength="40" :problem="problems.uncertainty" />
  <WordField v-model="form.intervalDays" label="Interval, days" figure :maxlength="5" :problem="problems.intervalDays" />
</template>
