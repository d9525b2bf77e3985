<script setup lang="ts">
import { boxAround, outlineIn, type FileLine, type LengthUnit, type PartOutline } from '@rook/core'
import type { OutlineRead } from '@rook/contract'
import { Button, Checkbox } from 'ant-design-vue'
import { computed, ref, shallowRef, watch } from 'vue'
import { useSend } from '../../client/use-send.ts'
import ChooseFile from '../../ui/ChooseFile.vue'
import Field from '../../ui/Field.vue'
import PickField from '../../ui/PickField.vue'
import { UNITS } from '../machines/record-words.ts'
import { asBase64 } from '../../client/file.ts'
import { cornersOf, nearestSpot, onAxis, spotsOf, type FrontEnd, type Spot } from './outline-spots.ts'

/** The part's outline out of a drawing file: its layers, its unit, and where part zero lies in it. */
const props = defineProps<{
  /** True for a part that is turned: the file shows it in section along its axis. */
  turned: boolean
  /** Drawing files that are on record with the part already. */
  attached: readonly { name: string; checksum: string }[]
}>()
const outline = defineModel<PartOutline | null>({ required: true })
const { trouble, busy, send } = useSend()
const read = shallowRef<OutlineRead | null>(null)
const name = ref('')
const layers = ref<string[]>([])
const unit = ref<LengthUnit | 'px' | null>(null)
const units = computed(() => [...UNITS, ...(read.value?.pixels ? [{ value: 'px' as const, label: 'pixels, 96 to an inch' }] : [])])
const zero = shallowRef<Spot | null>(null)

/** More than the server takes is said at once. */
const MOST_BYTES = 6_000_000

async function choose(file: File): Promise<void> {
  trouble.value = null
  if (file.size > MOST_BYTES) {
    trouble.value = `${file.name} is larger than 6 MB. Export the part\u2019s outline alone.`
    return
  }
  await readIn(file, file.name)
}

/** A file that is attached to the part need not be looked for on a disk. */
async function fetchAttached({ name: called, checksum }: { name: string; checksum: string }): Promise<void> {
  trouble.value = null
  const answer = await fetch(`/api/kept-files/${checksum}`).catch(() => null)
  if (!answer?.ok) {
    trouble.value = `${called} could not be fetched. Try again, or choose it from a disk.`
    return
  }
  await readIn(await answer.blob(), called)
}

async function readIn(file: Blob, called: string): Promise<void> {
  const found = await send('readOutline', { body: { name: called, file: await asBase64(file) } })
  if (!found) return
  read.value = found
  name.value = called
  layers.value = found.layers.filter(({ hidden }) => !hidden).map((layer) => layer.name)
  unit.value = found.unit
  zero.value = null
}

const lines = computed<FileLine[]>(() =>
  (read.value?.layers ?? []).filter((layer) => layers.value.includes(layer.name)).flatMap((layer) => layer.lines),
)
const box = computed(() => boxAround(lines.value))
const WIDTH = 420
const HEIGHT = 260
const MARGIN = 18
/** What is looked at: the lines, and wherever part zero may lie beside them. */
const frame = computed(() =>
  box.value ? boxAround([...lines.value, { closed: false, points: corners.value.map(({ spot }) => [spot.x, spot.y] as const) }]) : null,
)
const perPixel = computed(() =>
  frame.value
    ? Math.max(
        (frame.value.max.x - frame.value.min.x) / (WIDTH - 2 * MARGIN),
        (frame.value.max.y - frame.value.min.y) / (HEIGHT - 2 * MARGIN),
        1e-9,
      )
    : 1,
)
const at = ({ x, y }: Spot): Spot => ({
  x: MARGIN + (x - (frame.value?.min.x ?? 0)) / perPixel.value,
  y: HEIGHT - MARGIN - (y - (frame.value?.min.y ?? 0)) / perPixel.value,
})
const drawn = computed(() =>
  lines.value.map(({ points, closed }) => {
    const all = points.map(([x, y]) => at({ x, y }))
    return [...all, ...(closed && all[0] ? [all[0]] : [])].map(({ x, y }) => `${x},${y}`).join(' ')
  }),
)
const front = ref<FrontEnd>('right')
const ENDS = [
  { value: 'right', label: 'on the right' },
  { value: 'left', label: 'on the left' },
] as const
const corners = computed(() => (box.value ? (props.turned ? onAxis(box.value, front.value) : cornersOf(box.value)) : []))
watch(front, () => (zero.value = null))
const corner = computed({
  get: () => corners.value.findIndex(({ spot }) => spot.x === zero.value?.x && spot.y === zero.value.y),
  set: (chosen: number) => (zero.value = corners.value[chosen]?.spot ?? null),
})

/** A press takes the nearest corner of a line, or the middle of a closed one: nobody hits a point with a glove. */
function press(event: MouseEvent): void {
  const shown = (event.currentTarget as Element).getBoundingClientRect()
  const scale = WIDTH / shown.width
  zero.value = nearestSpot(spotsOf(lines.value), { x: (event.clientX - shown.left) * scale, y: (event.clientY - shown.top) * scale }, at)
}

watch([lines, unit, zero, front], () => {
  if (!read.value) return
  outline.value =
    unit.value && zero.value && lines.value.length > 0
      ? { file: name.value, lines: outlineIn(lines.value, unit.value, zero.value, props.turned && front.value === 'left') }
      : null
})
const size = computed(() =>
  box.value ? `${(box.value.max.x - box.value.min.x).toFixed(3)} by ${(box.value.max.y - box.value.min.y).toFixed(3)}` : null,
)
const still = computed(() => {
  if (!read.value) return null
  if (lines.value.length === 0) return 'Choose at least one layer.'
  if (!unit.value) return `The file names no unit. The lines reach over ${size.value}: say in which unit.`
  if (zero.value) return null
  return props.turned
    ? 'Press the place on the axis where part zero is, or choose one.'
    : 'Press the place on the part where part zero is, or choose a corner.'
})
defineExpose({ unfinished: computed(() => still.value) })
</script>

<template>
  <section class="outline grid gap-2.5 justify-items-start">
    <p v-if="outline && !read" class="m-0">
      Outline from {{ outline.file }}, {{ outline.lines.length }} {{ outline.lines.length === 1 ? 'line' : 'lines' }}.
      <Button type="link" @click="outline = null">take it away</Button>
    </p>
    <p v-if="attached.length > 0" class="flex flex-wrap gap-x-3 gap-y-1.5 items-center m-0">
      <Button v-for="file in attached" :key="file.checksum" :disabled="busy" @click="fetchAttached(file)">Use {{ file.name }}</Button>
      <span class="quiet small">attached to the drawing’s revision</span>
    </p>
    <ChooseFile accept=".dxf,.svg" label="Drawing file" @chosen="choose">{{
      busy ? 'Reading \u2026' : 'Choose a DXF or SVG file'
    }}</ChooseFile>
    <p v-if="trouble" class="stop m-0" role="alert">{{ trouble }}</p>
    <template v-if="read">
      <div class="grid grid-cols-[repeat(auto-fit,minmax(180px,1fr))] gap-x-3.5 gap-y-2.5 w-full">
        <Field label="Layers">
          <div class="grid">
            <Checkbox
              v-for="layer in read.layers"
              :key="layer.name"
              :checked="layers.includes(layer.name)"
              @change="layers = layers.includes(layer.name) ? layers.filter((one) => one !== layer.name) : [...layers, layer.name]"
              >{{ layer.name }}, {{ layer.lines.length }}{{ layer.hidden ? ', not shown in the file' : '' }}</Checkbox
            >
          </div>
        </Field>
        <PickField v-model="unit" label="Unit of the file" :options="units" placeholder="say which" />
        <PickField v-if="turned" v-model="front" label="Its front end is" :options="ENDS" />
        <PickField
          v-model="corner"
          label="Part zero"
          :options="corners.map(({ label }, value) => ({ value, label }))"
          placeholder="press it below"
        />
      </div>
      <svg
        class="sheet w-full max-w-160"
        :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
        role="img"
        aria-label="The lines of the file; a press puts part zero on the nearest corner or centre"
        @click="press"
      >
        <polyline v-for="(line, index) in drawn" :key="index" class="fill-none stroke-ink stroke-[1.2]" :points="line" />
        <g v-if="zero" class="zero fill-none stroke-act stroke-2" :transform="`translate(${at(zero).x} ${at(zero).y})`">
          <circle r="5.5" />
          <path d="M-13 0h26M0 -13v26" />
        </g>
      </svg>
      <p class="quiet small m-0">
        {{ size }} {{ unit ?? '' }}<template v-if="read.leftOut.length > 0">; left out: {{ read.leftOut.join(', ') }}</template>
      </p>
      <p v-if="still" class="query m-0" role="status">{{ still }}</p>
    </template>
  </section>
</template>

<style scoped>
svg {
  cursor: crosshair;
}
</style>
