<script setup lang="ts">
import { asShown, spindleOfSlot, spindleOfTool, TURRET_LOOKS, turretPicture, type Scene, type TurretLook } from '@rook/core'
import { useElementSize } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import OneOf from '../ui/OneOf.vue'
import PickField from '../ui/PickField.vue'
import { layOutTurret } from './lay-out-turret.ts'
import VerdictMark from './VerdictMark.vue'

/** A turret to scale, from the side and along the spindle, at one of its places, and what of it touches what it must not. */
const props = defineProps<{ scene: Scene; lit?: string | null }>()

const LOOKS: Readonly<Record<TurretLook, string>> = { facing: 'at the face', jaws: 'before the jaws', change: 'where it is turned' }
const looks = TURRET_LOOKS.map((value) => ({ value, label: LOOKS[value] }))
const look = ref<TurretLook>('facing')
const tools = computed(() => props.scene.tools.map(({ number, name }) => ({ value: number, label: `T${number}, ${name}` })))
const number = ref('')
watch(
  [() => props.lit, tools],
  ([lit, all]) => {
    if (lit && all.some(({ value }) => value === lit)) number.value = lit
    else if (!all.some(({ value }) => value === number.value)) number.value = all[0]?.value ?? ''
  },
  { immediate: true },
)
/** The zero that the tool's own spindle works from: the plan's first slot of that side, or the machine's. */
const slot = computed(() => {
  const { machine, plan } = props.scene
  const side = spindleOfTool(props.scene.tools.find((tool) => tool.number === number.value) ?? { number: number.value }, machine)
  const fits = (code: string) => spindleOfSlot(machine, code) === side
  return plan?.slots.find(fits) ?? machine.slots.map(({ code }) => code).find(fits) ?? machine.slots[0]!.code
})
const found = computed(() => turretPicture(number.value, look.value, slot.value, props.scene))
const picture = computed(() => (typeof found.value === 'string' ? null : found.value))

const frame = ref<HTMLElement | null>(null)
const { width } = useElementSize(frame)
const laid = computed(() => picture.value && layOutTurret(picture.value, { width: width.value || 900, height: 390 }))
const nominal = computed(() => picture.value !== null && picture.value.side.some((piece) => piece.nominal && piece.what !== 'cutter'))
const shown = computed(() => props.scene.machine.turrets.length > 0 && tools.value.length > 0)
</script>

<template>
  <section v-if="shown" class="turret" aria-label="The turret, to scale">
    <div class="choices">
      <PickField v-model="number" label="At the work" :options="tools" />
      <OneOf v-model="look" name="Where the turret stands" :options="looks" />
    </div>
    <div ref="frame">
      <p v-if="typeof found === 'string'" class="quiet">{{ found }}</p>
      <svg
        v-else-if="laid"
        :width="laid.width"
        :height="laid.height"
        :viewBox="`-2 -2 ${laid.width + 4} ${laid.height + 4}`"
        role="img"
        :aria-label="`The turret with T${number} ${LOOKS[look]}, from the side and along the spindle`"
      >
        <template v-for="(pieces, view) in { side: laid.side, front: laid.front }" :key="view">
          <polygon
            v-for="(piece, at) in pieces"
            :key="at"
            :points="piece.text"
            :class="[piece.what, { lit: piece.lit, active: piece.active, nominal: piece.nominal }]"
            :data-piece="`${view}-${piece.what}-${piece.number ?? ''}`"
          />
        </template>
        <line class="axis" x1="0" :x2="laid.width" :y1="laid.axis" :y2="laid.axis" />
        <text v-for="one in laid.numbers" :key="one.number" :x="one.x" :y="one.y + 5" :class="{ lit: one.lit, active: one.active }">
          {{ one.number }}
        </text>
      </svg>
    </div>
    <template v-if="picture">
      <p v-for="foul in picture.fouls" :key="foul.sentence" class="stop said" role="alert">
        <VerdictMark verdict="stop" /> {{ foul.sentence }}
      </p>
      <p v-if="picture.nearest" class="said" data-nearest>
        <VerdictMark verdict="clear" /><span
          >Nothing that is on record touches. T{{ picture.nearest.number }} comes nearest to {{ picture.nearest.words }}:
          <span class="figure">{{ asShown(picture.nearest.gap, scene.machine) }}</span> are left.</span
        >
      </p>
      <p v-else-if="picture.fouls.length === 0" class="said"><VerdictMark verdict="clear" /> Nothing stands in the way.</p>
      <p class="quiet small">
        To one scale, from the side and along the spindle.
        <template v-if="picture.unknown.length > 0"
          >How far T{{ picture.unknown.join(', T') }} stands out is not known for certain.</template
        >
        <template v-if="nominal || picture.unknown.length > 0"> What is dashed is assumed.</template>
      </p>
    </template>
  </section>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: end;
  margin-bottom: 10px;
}
svg {
  display: block;
  max-width: 100%;
  height: auto;
}
polygon {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.chuck,
.jaws,
.quill {
  fill: var(--stock);
}
.turret polygon.turret {
  fill: var(--sheet);
}
.stock {
  fill: var(--act-soft);
}
.holder {
  fill: var(--stock);
}
.nominal {
  stroke-dasharray: 4 3;
}
polygon.active {
  stroke: var(--act);
  stroke-width: 2;
}
polygon.lit {
  stroke: var(--stop);
  stroke-width: 2.4;
}
.axis {
  stroke: var(--quiet);
  stroke-dasharray: 12 4 3 4;
}
text {
  fill: var(--ink);
  font-size: 14px;
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}
text.active {
  fill: var(--act);
  font-weight: 700;
}
text.lit {
  fill: var(--stop);
}
p {
  margin: 6px 0 0;
}
.said {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
