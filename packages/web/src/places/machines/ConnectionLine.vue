<script setup lang="ts">
import { asDisplayed, type MachineRecord, type Nm } from '@rook/core'
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useObserved } from '../../client/observed.ts'
import { useConnection, usePractice } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import ControlAgrees from '../../parts/ControlAgrees.vue'
import { asShown } from '../../parts/written.ts'
import GoTo from '../../ui/GoTo.vue'
import ConnectionDialog from './ConnectionDialog.vue'

/** How the connection to a machine stands, and what it shows now. */
const props = defineProps<{ machine: MachineRecord }>()
const session = useSession()
const connection = useConnection(() => props.machine.id)
const observed = useObserved(() => props.machine.id)
const practice = usePractice()
const changing = ref(false)

const isReached = computed(() => Boolean(connection.data.value?.agent ?? connection.data.value?.line))
const STATES = { none: 'No agent', waiting: 'Connecting', on: 'Connected', lost: 'Not connected', wrong: 'Cannot be used' } as const
const positions = computed(() =>
  (observed.value?.positions ?? []).flatMap(({ axis, machine }) =>
    machine === null ? [] : [`${axis} ${asShown(asDisplayed(machine as Nm, props.machine), props.machine)}`],
  ),
)
const isOff = computed(() => observed.value !== null && ['lost', 'wrong'].includes(observed.value.link))
</script>

<template>
  <p class="flex flex-wrap gap-x-3.5 gap-y-1.5 items-center mx-0 mt-0 mb-3.5" data-connection>
    <template v-if="isReached && observed">
      <span :class="{ stop: isOff }">{{ STATES[observed.link] }}.</span>
      <span v-if="observed.because" class="query">{{ observed.because }}</span>
      <span v-if="observed.link === 'on'" class="figure whitespace-pre-wrap">{{ positions.join('  ') }}</span>
      <span v-if="observed.link === 'on'" class="quiet small"
        >machine coordinates, {{ (observed.age / 1000).toFixed(1) }} s ago; {{ observed.slot }}, T{{ observed.tool }}</span
      >
      <span v-if="observed.line === 'lost'" class="stop">{{ observed.lineBecause }}</span>
    </template>
    <span v-else class="quiet">Not connected to any wire.</span>
    <ControlAgrees :machine="machine.id" />
    <Button v-if="connection.data.value && !session.mayNot('changeConnection')" @click="changing = true">How it is reached</Button>
    <GoTo v-if="practice.data.value?.includes(machine.id)" type="link" :to="{ name: 'practice', params: { machine: machine.id } }"
      >Practise on it</GoTo
    >
    <ConnectionDialog
      v-if="changing && connection.data.value"
      :machine="machine.id"
      :name="machine.name"
      :now="connection.data.value"
      @close="changing = false"
    />
  </p>
</template>
