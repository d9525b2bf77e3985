<script setup lang="ts">
import { Button, Checkbox, Form } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useKeptTyping } from '../../client/kept-typing.ts'
import { isRefusedAs, useSend } from '../../client/use-send.ts'
import { useChecked } from '../../ui/checked.ts'
import { gaugeForm, type GaugeTyped } from './gauge-form.ts'
import GaugeFields from './GaugeFields.vue'
import { useShopUnit } from './shop-unit.ts'

/** A gauge that the shop has not had on record yet. */
const emit = defineEmits<{ done: [] }>()
const form = ref<GaugeTyped>({ name: '', family: 'edge-finder', size: '', uncertainty: '5 um', least: '', most: '', intervalDays: '365' })
const { trouble, send, outcome } = useSend()
const unit = useShopUnit()
const checked = useChecked(
  computed(() => gaugeForm(unit.value)),
  () => ({ ...form.value }),
)
const sure = ref(false)
const asks = computed(() => sure.value || isRefusedAs(outcome.value, 'unlikely'))
useKeptTyping('gauge:new', { form }, { outcome })

async function add(): Promise<void> {
  trouble.value = null
  const said = checked.take()
  if (said && (await send('addGauge', { body: { ...said, sure: sure.value } }))) emit('done')
}
</script>

<template>
  <Form class="sheet flex flex-wrap gap-x-3.5 gap-y-2.5 items-end px-4 py-3 mt-2.5" @submit.prevent="add">
    <GaugeFields v-model="form" :unit="unit" :problems="checked.problems.value" />
    <Button html-type="submit">Add it</Button>
    <Button type="link" @click="emit('done')">Leave it</Button>
    <Checkbox v-if="asks" v-model:checked="sure">It is so</Checkbox>
    <p v-if="trouble" class="stop basis-full m-0" role="alert">{{ trouble }}</p>
  </Form>
</template>
