<script setup lang="ts">
import { AutoComplete, FormItem, Input } from 'ant-design-vue'
import { underField, type Problems } from '../../ui/checked.ts'
import { timeZones } from './time-zones.ts'

/** What every shop has: a name and the zone that its shifts run in. */
const props = defineProps<{ named: string; problems?: Problems }>()
const wrong = (field: string) => underField(props.problems ?? {}, field)
const name = defineModel<string>('name', { required: true })
const zone = defineModel<string>('zone', { required: true })
const zones = timeZones().map((value) => ({ value }))
const fits = (typed: string, option: { value?: string | number } | undefined) =>
  String(option?.value ?? '')
    .toLowerCase()
    .includes(typed.toLowerCase().replace(' ', '_'))
</script>

<template>
  <FormItem label="Name of the shop" :html-for="`${named}-name`" v-bind="wrong('shop')"
    ><Input :id="`${named}-name`" v-model:value="name" :maxlength="80"
  /></FormItem>
  <FormItem label="Time zone" :html-for="`${named}-zone`" v-bind="wrong('zone')">
    <AutoComplete :id="`${named}-zone`" v-model:value="zone" :options="zones" :filter-option="fits" />
  </FormItem>
</template>
