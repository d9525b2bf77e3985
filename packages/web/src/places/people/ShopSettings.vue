<script setup lang="ts">
import { EVERY_DAY, shiftGaps, shiftOverlaps, type GoStage } from '@rook/core'
import type { Shop } from '@rook/contract'
import { Button, Checkbox, CheckboxGroup, Form, FormItem, Input, InputNumber, Textarea } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useSession } from '../../client/session.ts'
import { useSend } from '../../client/use-send.ts'
import WordField from '../../ui/WordField.vue'
import ShopFields from './ShopFields.vue'

const props = defineProps<{ shop: Shop }>()
const session = useSession()
const form = ref(JSON.parse(JSON.stringify(props.shop)) as Shop)
const told = ref<string | null>(null)
const { trouble, busy, send } = useSend()
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map((label, at) => ({ label, value: at + 1 }))
const written = computed(() => form.value.shifts.filter(({ starts, ends }) => [starts, ends].every((time) => /^\d\d:\d\d$/.test(time))))
/** What a shop may turn from a stop into a question, in words. */
const ASKS: { value: GoStage; label: string }[] = [
  { value: 'measured', label: 'Ask, do not stop, where a step is not done at the go' },
  { value: 'seen', label: 'Ask, do not stop, where a readout was not seen at the go' },
  { value: 'go', label: 'Ask, do not stop, where a first part is noted without a go' },
]
/** A line each, as they are ticked. */
const firstRun = computed({
  get: () => form.value.firstRun.join('\n'),
  set: (text) => (form.value.firstRun = text.split('\n')),
})
const overlaps = computed(() => shiftOverlaps(written.value))
const gaps = computed(() => (written.value.length === form.value.shifts.length ? shiftGaps(written.value) : []))

async function keep(): Promise<void> {
  told.value = null
  const shop = await send('changeShop', {
    body: { ...form.value, firstRun: form.value.firstRun.map((line) => line.trim()).filter((line) => line !== '') },
  })
  if (!shop) return
  session.changedShop(shop)
  told.value = 'Kept.'
}
</script>

<template>
  <Form layout="vertical" class="w-140 max-w-full" @submit.prevent="keep">
    <h2 class="mx-0 mt-0 mb-3">The shop</h2>
    <ShopFields v-model:name="form.name" v-model:zone="form.timeZone" named="shop" />
    <FormItem label="Minutes without a touch until a tablet asks for the PIN again" html-for="shop-idle">
      <InputNumber id="shop-idle" v-model:value="form.idleMinutes" :min="1" :max="720" :precision="0" />
    </FormItem>
    <WordField v-model="form.address" label="Address of the ledger in the shop" placeholder="http://ledger.shop:4070" :maxlength="200" />
    <p class="quiet small">
      It stands in the codes on paper. Once it is written, the ledger answers by that name alone; open it there first.
    </p>
    <FormItem
      label="Machines on the network"
      extra="Machines are reached at the addresses that a lead gives. This computer itself is left out of them unless a machine’s agent or gauge runs on it."
    >
      <Checkbox v-model:checked="form.localMachines">Reach machines on the computer that the ledger runs on</Checkbox>
    </FormItem>
    <FormItem
      label="Before a first part"
      extra="Without these a setup goes from its measuring to its first part only step by step. What is asked about is kept with its reason."
    >
      <CheckboxGroup v-model:value="form.asks" class="days asks" aria-label="Before a first part" :options="ASKS" />
    </FormItem>
    <FormItem label="Ticked before a first part is called good, a line each" html-for="shop-first-run">
      <Textarea id="shop-first-run" v-model:value="firstRun" :rows="4" :maxlength="2400" />
    </FormItem>
    <FormItem label="Shifts; one may run across midnight">
      <div v-for="(shift, at) in form.shifts" :key="at" class="grid grid-cols-[1fr_84px_84px_auto] gap-2 mb-2">
        <Input v-model:value="shift.name" :aria-label="`Shift ${at + 1}, name`" :maxlength="40" />
        <Input v-model:value="shift.starts" :aria-label="`Shift ${at + 1}, begins`" placeholder="06:00" :maxlength="5" />
        <Input v-model:value="shift.ends" :aria-label="`Shift ${at + 1}, ends`" placeholder="14:00" :maxlength="5" />
        <Button type="link" :aria-label="`Take shift ${at + 1} out`" @click="form.shifts.splice(at, 1)">take out</Button>
        <CheckboxGroup
          v-model:value="shift.days"
          class="days col-span-full"
          :aria-label="`Shift ${at + 1}, days on which it begins`"
          :options="WEEKDAYS"
        />
      </div>
      <p v-for="sentence in overlaps" :key="sentence" class="stop">{{ sentence }}</p>
      <p v-if="gaps.length > 0" class="quiet">No shift runs {{ gaps.join('; ') }}. What is recorded then belongs to none.</p>
      <Button @click="form.shifts.push({ name: '', starts: '', ends: '', days: [...EVERY_DAY] })">Add a shift</Button>
    </FormItem>
    <FormItem v-if="shop.seal" label="Newest seal of the ledger">
      <p class="figure m-0">{{ shop.seal.day }} {{ shop.seal.hash.slice(0, 12) }}</p>
      <p class="quiet small m-0">
        It stands for everything that was kept when it was made, and is printed on setup sheets and setting files.
      </p>
    </FormItem>
    <Button html-type="submit" type="primary" :disabled="busy">Keep</Button>
    <p v-if="told" role="status">{{ told }}</p>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
  </Form>
</template>

<style scoped>
.days :deep(.ant-checkbox-wrapper) {
  min-height: 44px;
  align-items: center;
}
.asks {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
}
.asks :deep(span) {
  white-space: normal;
}
</style>
