<script setup lang="ts" generic="Value extends string | number | boolean | null">
import { Select } from 'ant-design-vue'
import { computed } from 'vue'
import { vAccessible } from './accessible-select.ts'
import type { Option } from './options.ts'

/** One of a list, whatever kind of value stands behind its words. A long list can be looked through by typing. */
const value = defineModel<Value>({ required: true })
defineOptions({ inheritAttrs: false })
const props = defineProps<{ name: string; options: readonly Option<Value>[]; placeholder?: string; id?: string; disabled?: boolean }>()

const LONG = 10
// The library compares strings and numbers only, so that it is given places in the list.
const at = computed(() => {
  const place = props.options.findIndex((one) => one.value === value.value)
  return place < 0 ? undefined : place
})
const listed = computed(() => props.options.map(({ label, disabled }, place) => ({ value: place, label, disabled: disabled === true })))
</script>

<template>
  <Select
    v-bind="$attrs"
    :id="id"
    v-accessible="name"
    :value="at"
    :options="listed"
    :placeholder="placeholder ?? 'pick one'"
    :disabled="disabled"
    :dropdown-match-select-width="false"
    :show-search="options.length > LONG"
    :default-active-first-option="false"
    option-filter-prop="label"
    @change="(place) => (value = options[Number(place)]!.value)"
  />
</template>
