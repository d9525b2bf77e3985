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
    <div class="flex flex-wrap gap-x-4.5 gap-y-2.5 items-end mb-2.5">
      <PickField v-model="number" label="At the work" :options="tools" />
      <OneOf v-model="look" name="Where the turret stands" :options="looks" />
    </div>
    <div ref="frame">
      <p v-if="typeof found === 'string'" class="quiet mx-0 mt-1.5 mb-0">{{ found }}</p>
      <svg
        v-else-if="laid"
        class="block max-w-full h-auto"
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
            class="fill-sheet stroke-ink stroke-[1.2] [&.chuck]:fill-stock [&.jaws]:fill-stock [&.quill]:fill-stock [&.stock]:fill-act-soft [&.holder]:fill-stock [&.nominal]:[stroke-dasharray:4_3] [&.active]:stroke-act [&.active]:stroke-2 [&.lit]:stroke-stop [&.lit]:stroke-[2.4]"
            :points="piece.text"
            :class="[piece.what, { lit: piece.lit, active: piece.active, nominal: piece.nominal }]"
            :data-piece="`${view}-${piece.what}-${piece.number ?? ''}`"
          />
        </template>
        <line class="stroke-quiet [stroke-dasharray:12_4_3_4]" x1="0" :x2="laid.width" :y1="laid.axis" :y2="laid.axis" />
        <text
          v-for="one in laid.numbers"
          :key="one.number"
          class="text-14 [text-anchor:middle] [paint-order:stroke] stroke-sheet [&.active]:font-bold"
          :x="one.x"
          :y="one.y + 5"
          :class="{ lit: one.lit, active: one.active }"
        >
          {{ one.number }}
        </text>
      </svg>
    </div>
    <template v-if="picture">
      <p v-for="foul in picture.fouls" :key="foul.sentence" class="stop mx-0 mt-1.5 mb-0 flex gap-2 items-center" role="alert">
        <VerdictMark class="block max-w-full h-auto" verdict="stop" /> {{ foul.sentence }}
      </p>
      <p v-if="picture.nearest" class="mx-0 mt-1.5 mb-0 flex gap-2 items-center" data-nearest>
        <VerdictMark class="block max-w-full h-auto" verdict="clear" /><span
          >Nothing that is on record touches. T{{ picture.nearest.number }} comes nearest to {{ picture.nearest.words }}:
          <span class="figure">{{ asShown(picture.nearest.gap, scene.machine) }}</span> are left.</span
        >
      </p>
      <p v-else-if="picture.fouls.length === 0" class="mx-0 mt-1.5 mb-0 flex gap-2 items-center">
        <VerdictMark class="block max-w-full h-auto" verdict="clear" /> Nothing stands in the way.
      </p>
      <p class="quiet small mx-0 mt-1.5 mb-0">
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
.turret polygon.turret {
  fill: var(--sheet);
}
text {
  fill: var(--ink);
  stroke-width: 3px;
}
text.active {
  fill: var(--act);
}
text.lit {
  fill: var(--stop);
}
</style>
