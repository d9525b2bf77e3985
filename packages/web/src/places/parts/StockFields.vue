<script setup lang="ts">
import { KINDS, nm, readLength, type LengthUnit, type MachineKind } from '@rook/core'
import { Button, Checkbox } from 'ant-design-vue'
import { computed } from 'vue'
import type { Problems } from '../../ui/checked.ts'
import WordField from '../../ui/WordField.vue'
import { SHARES, zeroAt, type OperationForm } from './operation-form.ts'

/** The stock in part coordinates, a block or a lathe's bar; a block's zero is put to a corner, a side or the middle by a press on its picture. */
const form = defineModel<Pick<OperationForm, 'hasStock' | 'stock'>>({ required: true })
const props = withDefaults(defineProps<{ unit: LengthUnit; kind?: MachineKind; problems: Problems }>(), { kind: 'mill' })
const isBar = computed(() => KINDS[props.kind].stock === 'bar')

const value = (text: string) => {
  const reading = readLength(text, { name: 'Stock', unit: props.unit, grid: nm(1) })
  return reading.kind === 'length' || reading.kind === 'finer' ? reading.value : null
}
/** The box from above, as wide as its pane; null while it cannot be drawn. */
const seen = computed(() => {
  const { X, Y } = form.value.stock
  const [left, right, near, far] = [value(X.from), value(X.to), value(Y.from), value(Y.to)]
  if (left === null || right === null || near === null || far === null || left >= right || near >= far) return null
  const [wide, deep] = [right - left, far - near]
  const scale = Math.min(260 / wide, 130 / deep)
  const [w, h] = [wide * scale, deep * scale]
  return { w, h, x0: 150 - w / 2, y0: 85 - h / 2, zero: { x: 150 - w / 2 - left * scale, y: 85 + h / 2 + near * scale } }
})
const spots = computed(() => SHARES.flatMap((y) => SHARES.map((x) => ({ x, y }))))
const WORDS = { X: ['left', 'middle', 'right'], Y: ['near', 'middle', 'far'] } as const
const spotName = ({ x, y }: { x: number; y: number }) =>
  x === y && x === 0.5 ? 'Zero in the middle' : `Zero at ${WORDS.Y[y * 2]!} ${WORDS.X[x * 2]!}`

function put(axis: 'X' | 'Y' | 'Z', share: number): void {
  const moved = zeroAt(share, form.value.stock[axis], `Stock ${axis}`, props.unit)
  if (moved) form.value.stock[axis] = moved
}
function press({ x, y }: { x: number; y: number }): void {
  put('X', x)
  put('Y', y)
}
</script>

<template>
  <Checkbox v-model:checked="form.hasStock">The stock is a {{ isBar ? 'bar' : 'block' }} of known size</Checkbox>
  <div v-if="form.hasStock && isBar" class="fields">
    <WordField v-model="form.stock.bar" :label="`Bar diameter, ${unit}`" figure :maxlength="40" :problem="problems['stock.bar']" />
    <WordField
      v-model="form.stock.Z.from"
      :label="`Its far end at part Z, ${unit}`"
      figure
      :maxlength="40"
      :problem="problems['stock.Z.from']"
    />
    <WordField v-model="form.stock.Z.to" :label="`Its face at part Z, ${unit}`" figure :maxlength="40" :problem="problems['stock.Z.to']" />
  </div>
  <div v-else-if="form.hasStock" class="stock grid grid-cols-[minmax(0,1fr)_320px] gap-4.5 mt-2 max-[860px]:grid-cols-1">
    <div class="grid grid-cols-[1fr_1fr] gap-x-3.5 gap-y-2 content-start">
      <template v-for="axis in ['X', 'Y', 'Z'] as const" :key="axis">
        <WordField
          v-for="end in ['from', 'to'] as const"
          :key="end"
          v-model="form.stock[axis][end]"
          :label="`${axis} ${end}, ${unit}`"
          figure
          :maxlength="40"
          :problem="problems[`stock.${axis}.${end}`]"
        />
      </template>
    </div>
    <div v-if="seen" class="sheet px-2.5 py-2">
      <svg viewBox="0 0 300 170" role="group" aria-label="The stock from above: press where zero is">
        <rect class="fill-stock stroke-ink" :x="seen.x0" :y="seen.y0" :width="seen.w" :height="seen.h" />
        <path :d="`M${seen.zero.x - 10} ${seen.zero.y}h20M${seen.zero.x} ${seen.zero.y - 10}v20`" class="zero stroke-act stroke-3" />
        <g
          v-for="spot in spots"
          :key="spotName(spot)"
          class="cursor-pointer"
          role="button"
          tabindex="0"
          :aria-label="spotName(spot)"
          @click="press(spot)"
          @keydown.enter.prevent="press(spot)"
          @keydown.space.prevent="press(spot)"
        >
          <circle class="fill-transparent" :cx="seen.x0 + spot.x * seen.w" :cy="seen.y0 + (1 - spot.y) * seen.h" r="20" />
          <circle class="fill-sheet stroke-act stroke-2" :cx="seen.x0 + spot.x * seen.w" :cy="seen.y0 + (1 - spot.y) * seen.h" r="5" />
        </g>
      </svg>
      <p class="quiet small mx-0 my-1">Press where part zero is, seen from above.</p>
      <p class="mx-0 my-1 flex gap-2">
        <Button size="small" @click="put('Z', 1)">Z zero at the top</Button>
        <Button size="small" @click="put('Z', 0)">at the bottom</Button>
      </p>
    </div>
  </div>
</template>
