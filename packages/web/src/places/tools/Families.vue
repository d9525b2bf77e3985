<script setup lang="ts">
import { familyState, lifeFigure, type FamilyMember, type Scene, type ToolFamily } from '@rook/core'
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useSession } from '../../client/session.ts'
import MayNot from '../../parts/MayNot.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import { useSend } from '../../client/use-send.ts'

/** Tools that stand in for each other: which of them cuts, which is ready to take its place, and why the others are not. */
const props = defineProps<{ scene: Scene }>()
const emit = defineEmits<{ told: [words: string] }>()
const session = useSession()
const FamilyDialog = defineAsyncComponent(() => import('./FamilyDialog.vue'))
/** A family that is changed; null for a new one. */
const changing = ref<ToolFamily | null | undefined>(undefined)
const states = computed(() => props.scene.families.map((family) => familyState(family, props.scene)))
const { trouble, busy, send } = useSend({
  done: (entry) => {
    if (entry) emit('told', `Recorded as entry ${entry.content.seq}: ${entry.content.title}.`)
  },
})

async function use({ entry, name, called, members }: ToolFamily, { number }: FamilyMember): Promise<void> {
  await send('sayFamily', {
    params: { id: props.scene.machine.id },
    body: { name, called, members: [...members], inUse: number, basis: entry, reason: '' },
  })
}
const leftOf = ({ tool }: FamilyMember) =>
  tool?.life ? `${lifeFigure(Math.max(0, tool.life.limit - tool.lifeUsed))} ${tool.life.by} left` : null
</script>

<template>
  <section
    v-if="states.length > 0 || !session.mayNot('mount')"
    class="flex flex-wrap items-center gap-x-3.5 gap-y-0"
    aria-label="Tools that stand in for each other"
  >
    <div
      v-for="{ family, members, wornOut, next } in states"
      :key="family.name"
      class="family flex flex-wrap gap-x-3.5 gap-y-1 items-center min-h-11"
      :data-family="family.name"
    >
      <VerdictMark v-if="wornOut" verdict="stop" />
      <strong>{{ family.name }}</strong>
      <span class="quiet">called by {{ family.called }}</span>
      <span
        v-for="one in members"
        :key="one.number"
        class="[&.used]:text-act"
        :class="{ used: one.word === 'in use' }"
        :data-member="one.number"
        ><strong>T{{ one.number }}</strong> {{ one.word
        }}<template v-if="leftOf(one) && one.word !== 'life over'">, {{ leftOf(one) }}</template
        ><span v-if="one.because && one.word !== 'in use'" class="quiet small">: {{ one.because }}</span></span
      >
      <span v-if="wornOut" class="stop" role="alert"
        ><template v-if="family.inUse">T{{ family.inUse }}: </template>{{ wornOut }}</span
      >
      <MayNot v-if="next" to="sayFamily"
        ><Button :type="wornOut ? 'primary' : 'default'" :disabled="busy" @click="use(family, next)"
          >Put T{{ next.number }} in use</Button
        ></MayNot
      >
      <span v-else-if="wornOut" class="stop">None of the others is ready.</span>
      <Button v-if="!session.mayNot('mount')" type="link" @click="changing = family">change</Button>
    </div>
    <Button v-if="!session.mayNot('mount')" type="link" @click="changing = null">{{
      states.length > 0 ? 'More that stand in for each other' : 'Tools that stand in for each other'
    }}</Button>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <FamilyDialog
      v-if="changing !== undefined"
      :scene="scene"
      :family="changing"
      @close="changing = undefined"
      @told="$emit('told', $event)"
    />
  </section>
</template>
