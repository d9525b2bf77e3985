<script setup lang="ts">
import { layoutOf, type MachineRecord } from '@rook/core'
import type { Workpiece } from '@rook/contract'
import { computed, reactive, ref } from 'vue'
import { useRemarks } from '../../client/queries.ts'
import { useSend } from '../../client/use-send.ts'
import { useChecked } from '../../ui/checked.ts'
import CountField from '../../ui/CountField.vue'
import { optionsOf, type Option } from '../../ui/options.ts'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import BarPlanner from './BarPlanner.vue'
import OutlineFrom from './OutlineFrom.vue'
import { HELD_IN, holdingFormOf, holdingShape, SIDE_WORDS, type HoldingForm } from './workpiece-form.ts'
import FormDialog from '../../ui/FormDialog.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** How an operation's work is held, and the outline of its part: what every drawing of the operation then shows. */
const props = defineProps<{ operation: string; name: string; work: Workpiece; machine: MachineRecord; part: string; revision: string }>()
const emit = defineEmits<{ close: [] }>()
const unit = computed(() => props.machine.unit)
const form = reactive(holdingFormOf(props.work.holding, props.machine.unit))
const outline = ref(props.work.outline)
const from = ref<InstanceType<typeof OutlineFrom> | null>(null)
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`workpiece:${props.operation}`, { form }, { outcome })
const checked = useChecked(
  () => holdingShape(unit.value),
  () => ({ ...form }),
)
const isBar = computed(() => layoutOf(props.machine).stock === 'bar')
const kinds = computed<Option<HoldingForm['kind']>[]>(() => [
  { value: '', label: 'not said' },
  ...optionsOf(HELD_IN).filter(({ value }) => (value === 'chuck' || value === 'collet') === isBar.value),
])

const remarks = useRemarks('revision', () => `${props.part}/${props.revision}`)
/** Drawings of the revision that an outline can be read from. */
const attached = computed(() =>
  (remarks.data.value ?? []).flatMap(({ withdrawn, file }) => (!withdrawn && file && /\.(dxf|svg)$/i.test(file.name) ? [file] : [])),
)

async function keep(): Promise<void> {
  trouble.value = from.value?.unfinished ?? null
  if (trouble.value) return
  const typed = checked.take()
  if (typed === null && checked.sentences.value.length > 0) return
  if (await send('changeWorkpiece', { params: { id: props.operation }, body: { holding: typed, outline: outline.value } })) emit('close')
}
</script>

<template>
  <FormDialog :title="`How ${name} is held`" ok="Keep" :blocked="busy" :trouble="trouble" @go="keep" @close="emit('close')">
    <div class="fields grid grid-cols-[repeat(auto-fit,minmax(200px,1fr))] gap-x-3.5 gap-y-2.5">
      <PickField v-model="form.kind" label="Held in" :options="kinds" />
      <template v-if="form.kind === 'vise'">
        <CountField v-model="form.count" label="Vises in a row" :min="1" :max="4" />
        <PickField v-model="form.fixedJaw" label="Fixed jaw at its" :options="optionsOf(SIDE_WORDS)" />
        <WordField v-model="form.grip" :label="`The jaws grip, ${unit}`" figure :maxlength="40" :problem="checked.problems.value.grip" />
        <WordField
          v-model="form.bed"
          :label="`Bed of the jaws over the table, ${unit}`"
          figure
          :maxlength="40"
          :problem="checked.problems.value.bed"
        />
      </template>
      <WordField
        v-if="form.kind === 'vise' || form.kind === 'clamps'"
        v-model="form.parallels"
        :label="`Height of the parallels, ${unit}`"
        figure
        :maxlength="40"
        :problem="checked.problems.value.parallels"
      />
      <WordField
        v-if="form.kind === 'plate'"
        v-model="form.thickness"
        :label="`Thickness of the fixture, ${unit}`"
        figure
        :maxlength="40"
        :problem="checked.problems.value.thickness"
      />
      <WordField
        v-if="form.kind === 'chuck' || form.kind === 'collet'"
        v-model="form.stickOut"
        :label="`Stands out of the jaws, ${unit}`"
        figure
        :maxlength="40"
        :problem="checked.problems.value.stickOut"
      />
    </div>
    <p class="quiet small">
      What is left empty is drawn by usual sizes. Heights that are known are also held against every part zero in Z.
    </p>
    <BarPlanner
      v-if="form.kind === 'chuck' || form.kind === 'collet'"
      :machine="machine"
      @take="(standsOut) => (form.stickOut = standsOut)"
    />
    <h2 class="mx-0 mt-4.5 mb-2">Outline of the part, {{ isBar ? 'in section along its axis' : 'from above' }}</h2>
    <OutlineFrom ref="from" v-model="outline" :turned="isBar" :attached="attached" />
  </FormDialog>
</template>
