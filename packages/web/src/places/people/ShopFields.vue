<script setup lang="ts">
import { AutoComplete, FormItem, Input } from 'ant-design-vue'
import { timeZones } from './time-zones.ts'

/** What every shop has: a name and the zone that its shifts run in. */
defineProps<{ named: string }>()
const name = defineModel<string>('name', { required: true })
const zone = defineModel<string>('zone', { required: true })
const zones = timeZones().map((value) => ({ value }))
const fits = (typed: string, option: { value?: string | number } | undefined) =>
  String(option?.value ?? '')
    .toLowerCase()
    .includes(typed.toLowerCase().replace(' ', '_'))
</script>

<template>
  <FormItem label="Name of the shop" :html-for="`${named}-name`"
    ><Input :id="`${named}-name`" v-model:value="name" :maxlength="80"
  /></FormItem>
  <FormItem label="Time zone" :html-for="`${named}-zone`">
    <AutoComplete :id="`${named}-zone`" v-model:value="zone" :options="zones" :filter-option="fits" />
  </FormItem>
</template>
