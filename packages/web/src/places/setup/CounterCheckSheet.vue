<script setup lang="ts">
import { counterChecks, registerKey, workRegister, type CounterCheck, type Scene } from '@rook/core'
import type { Setup } from '@rook/contract'
import { computed } from 'vue'
import { useSend } from '../../client/use-send.ts'
import ReadoutRow from './ReadoutRow.vue'

/** The zero seen by a move: over part zero, over a known feature, and with each tool at a safe height. */
const props = defineProps<{ setup: Setup; scene: Scene }>()
const { trouble, send } = useSend()
const checks = computed(() => counterChecks(props.scene))
const isSeen = ({ key, value }: CounterCheck) => props.setup.counterSeen.some((seen) => seen.key === key && seen.value === value)
const done = computed(() => checks.value.filter(isSeen).length)

const see = ({ key, value }: CounterCheck) => send('counterCheck', { params: { id: props.setup.summary.id }, body: { key, value } })
const before = (check: CounterCheck) => props.scene.formerly[registerKey(workRegister(check.about.slot, check.axis))]?.value ?? null
</script>

<template>
  <section v-if="checks.length > 0" aria-label="Counter-check sheet">
    <h2 class="mx-0 mt-0 mb-1.5">
      Counter-check by a move <span class="quiet small">{{ done }} of {{ checks.length }} seen</span>
    </h2>
    <p class="quiet mx-0 mt-0 mb-1.5">
      X and Y first, then Z, rapid at its lowest, a hand on feed hold. Each figure follows from the recorded zeros and lengths.
    </p>
    <p v-if="trouble" class="stop mx-0 mt-0 mb-1.5" role="alert">{{ trouble }}</p>
    <ul class="sheet list-none m-0 p-0">
      <ReadoutRow
        v-for="check in checks"
        :key="check.key"
        :data-counter="check.key"
        :sentence="check.sentence"
        :axis="check.axis"
        :value="check.value"
        :seen="isSeen(check)"
        :machine="scene.machine"
        :scene="scene"
        :wrong="{ ...check.about, display: 'machine', before: before(check) }"
        @see="see(check)"
      />
    </ul>
  </section>
</template>
