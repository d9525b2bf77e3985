<script setup lang="ts">
import { asRegister, comesBack, mayComeBack, spreadText, type CarryOffer, type RegisterKey, type Scene } from '@rook/core'
import type { CarryOffered } from '@rook/contract'
import { Checkbox } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import { useSend } from '../../client/use-send.ts'
import FormDialog from '../../ui/FormDialog.vue'

/**
 * Carries figures of the last good setup over, all in one press. Tools and gauges are ticked; a zero only where its fixture is
 * known to come back within the tolerance that it serves. Whoever presses has the control’s table in sight.
 */
const props = defineProps<{ setup: string; offered: CarryOffered; scene: Scene }>()
const emit = defineEmits<{ close: [] }>()
const session = useSession()
const { trouble, busy, send } = useSend()

const onFixture = ({ figures }: CarryOffer) => figures.filter((figure) => figure.onFixture)
const groups = computed(() => [
  { heading: 'Tools and gauges', steps: props.offered.offers.filter((one) => onFixture(one).length === 0) },
  { heading: 'On the fixture', steps: props.offered.offers.filter((one) => onFixture(one).length > 0) },
])
const ticked = ref(
  props.offered.offers
    .filter((one) => onFixture(one).every(({ register }) => mayComeBack(register as RegisterKey, props.scene)))
    .map(({ step }) => step),
)
const chosen = computed(() => props.offered.offers.filter(({ step }) => ticked.value.includes(step)))
const figures = computed(() => chosen.value.flatMap((one) => one.figures))

function backWords(step: CarryOffer): string | null {
  const [zero] = onFixture(step)
  if (!zero) return null
  const within = comesBack(zero.register as RegisterKey, props.scene)
  if (!within) return 'how well this fixture comes back is not on record'
  const spread = `comes back within ${spreadText(within.standard, props.scene.machine.unit)}`
  return within.n === null ? `${spread}, as planned` : `${spread}, ${within.n} loadings`
}
function tick(step: string, on: boolean): void {
  ticked.value = on ? [...ticked.value, step] : ticked.value.filter((one) => one !== step)
}

async function confirm(): Promise<void> {
  const seen = Object.fromEntries(figures.value.map(({ register, value }) => [register, value]))
  const sent = await send('carryOver', {
    params: { id: props.setup },
    body: { steps: chosen.value.map(({ step }) => step), figures: seen },
  })
  if (sent) emit('close')
}
</script>

<template>
  <FormDialog
    :title="`Carry over from job ${offered.from?.job}`"
    :ok="figures.length === 1 ? 'I see this figure on the control' : `I see these ${figures.length} figures on the control`"
    :blocked="busy || chosen.length === 0"
    :trouble="trouble"
    :width="720"
    @go="confirm"
    @close="emit('close')"
  >
    <p class="quiet">Compare each figure with the control. Take the tick away from what you want to measure.</p>
    <section v-for="{ heading, steps } in groups.filter((group) => group.steps.length > 0)" :key="heading">
      <h3 class="mx-0 mt-2.5 mb-0.5">{{ heading }}</h3>
      <ul class="list-none m-0 p-0">
        <li v-for="one in steps" :key="one.step" class="px-0 py-1" :data-carry="one.step">
          <Checkbox :checked="ticked.includes(one.step)" @change="tick(one.step, $event.target.checked)">{{ one.title }}</Checkbox>
          <p v-for="figure in one.figures" :key="figure.register" class="my-0 ml-6 mr-0 flex flex-wrap gap-x-3 gap-y-0 items-baseline">
            <span>{{ figure.name }}</span> <strong class="figure">{{ asRegister(figure.register, figure.value, scene.machine) }}</strong>
            <span class="quiet small">{{ when(figure.at, session.shop) }}, {{ figure.by }}</span>
          </p>
          <p v-if="backWords(one)" class="quiet small my-0 ml-6 mr-0 flex flex-wrap gap-x-3 gap-y-0 items-baseline">{{ backWords(one) }}</p>
        </li>
      </ul>
    </section>
    <section v-if="offered.not.length > 0">
      <h3 class="mx-0 mt-2.5 mb-0.5">To be measured</h3>
      <ul class="list-none m-0 p-0">
        <li v-for="one in offered.not" :key="one.step" class="quiet px-0 py-1">{{ one.title }}: {{ one.because }}</li>
      </ul>
    </section>
  </FormDialog>
</template>
