<script setup lang="ts">
import { formatExact, type LengthUnit } from '@rook/core'
import type { GaugeRecord } from '@rook/contract'
import { Checkbox } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useKeptTyping } from '../../client/kept-typing.ts'
import { isRefusedAs, useSend } from '../../client/use-send.ts'
import { useChecked } from '../../ui/checked.ts'
import FormDialog from '../../ui/FormDialog.vue'
import TextField from '../../ui/TextField.vue'
import { gaugeForm } from './gauge-form.ts'
import GaugeFields from './GaugeFields.vue'
import { useShopUnit } from './shop-unit.ts'

/** What a lead puts right of a gauge's record. Where figures rest on it, the ledger says which, and asks why. */
const props = defineProps<{ gauge: GaugeRecord }>()
const emit = defineEmits<{ close: [] }>()
const unit = useShopUnit()
const plain = (of: LengthUnit, value: number) => `${formatExact(value as never, of)} ${of}`
const form = ref({
  name: props.gauge.name,
  family: props.gauge.family,
  size: plain(unit.value, props.gauge.size),
  uncertainty: plain('mm', props.gauge.uncertainty),
  least: props.gauge.least === null ? '' : plain(unit.value, props.gauge.least),
  most: props.gauge.most === null ? '' : plain(unit.value, props.gauge.most),
  intervalDays: props.gauge.intervalDays === null ? '' : String(props.gauge.intervalDays),
})
const reason = ref('')
const sure = ref(false)
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`gauge:${props.gauge.id}`, { form, reason }, { outcome })
const { problems, take } = useChecked(
  computed(() => gaugeForm(unit.value)),
  () => ({ ...form.value }),
)
const fields = computed(() => (outcome.value.kind === 'refused' ? outcome.value.fields : {}))
/** Once the ledger has asked, the field stays: what was written in it is still to be read. */
const asksWhy = computed(() => 'reason' in fields.value || reason.value !== '')
const asksSize = computed(() => sure.value || isRefusedAs(outcome.value, 'unlikely'))

async function keep(): Promise<void> {
  const said = take()
  if (!said) return
  const body = { ...said, sure: sure.value, reason: reason.value.trim() || null }
  if (await send('changeGauge', { params: { id: props.gauge.id }, body })) emit('close')
}
</script>

<template>
  <FormDialog
    :title="`Put the record of ${gauge.name} right`"
    ok="Keep"
    :blocked="busy"
    :trouble="trouble"
    @go="keep"
    @close="emit('close')"
  >
    <div class="fields">
      <GaugeFields v-model="form" :unit="unit" :problems="problems" />
    </div>
    <p v-if="asksSize" class="mt-3"><Checkbox v-model:checked="sure">It is so</Checkbox></p>
    <TextField v-if="asksWhy" v-model="reason" class="mt-3" label="Why the record is put right" :rows="2" :maxlength="500" />
  </FormDialog>
</template>
