<script setup lang="ts">
import { GAUGE_SIZE, formatExact, type LengthUnit } from '@rook/core'
import type { GaugeRecord } from '@rook/contract'
import { Checkbox } from 'ant-design-vue'
import { computed, reactive, ref } from 'vue'
import { useKeptTyping } from '../../app/kept-typing.ts'
import { useSend } from '../../sending/use-send.ts'
import { useChecked } from '../../ui/checked.ts'
import FormDialog from '../../ui/FormDialog.vue'
import { optionsOf } from '../../ui/options.ts'
import PickField from '../../ui/PickField.vue'
import TextField from '../../ui/TextField.vue'
import WordField from '../../ui/WordField.vue'
import { gaugeForm } from './gauge-form.ts'
import { FAMILIES } from './gauge-names.ts'
import { useShopUnit } from './shop-unit.ts'

/** What a lead puts right of a gauge's record. Where figures rest on it, the ledger says which, and asks why. */
const props = defineProps<{ gauge: GaugeRecord }>()
const emit = defineEmits<{ close: [] }>()
const unit = useShopUnit()
const plain = (of: LengthUnit, value: number) => `${formatExact(value as never, of)} ${of}`
const form = reactive({
  name: props.gauge.name,
  family: props.gauge.family,
  size: plain(unit.value, props.gauge.size),
  uncertainty: plain('mm', props.gauge.uncertainty),
  intervalDays: props.gauge.intervalDays === null ? '' : String(props.gauge.intervalDays),
})
const reason = ref('')
const sure = ref(false)
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`gauge:${props.gauge.id}`, { form, reason }, { outcome })
const { problems, take } = useChecked(
  computed(() => gaugeForm(unit.value)),
  () => ({ ...form }),
)
const fields = computed(() => (outcome.value.kind === 'refused' ? outcome.value.fields : {}))
/** Once the ledger has asked, the field stays: what was written in it is still to be read. */
const asksWhy = computed(() => 'reason' in fields.value || reason.value !== '')
const asksSize = computed(() => 'size' in fields.value || sure.value)

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
    </div>
    <p v-if="asksSize"><Checkbox v-model:checked="sure">It is so</Checkbox></p>
    <TextField v-if="asksWhy" v-model="reason" label="Why the record is put right" :rows="2" :maxlength="500" />
  </FormDialog>
</template>
