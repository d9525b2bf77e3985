<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { useSceneAtHand } from '../../client/at-hand.ts'
import { useSend } from '../../client/use-send.ts'
import { useContextLine } from '../../client/context.ts'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import StandingTable from '../../parts/StandingTable.vue'
import TurretView from '../../parts/TurretView.vue'
import RoutineList from '../../routine/RoutineList.vue'
import Opening from '../../parts/Opening.vue'
import InTurn from '../../ui/InTurn.vue'
import Remarks from '../../parts/Remarks.vue'
import ConnectionLine from './ConnectionLine.vue'
import Reservations from './Reservations.vue'
import GoTo from '../../ui/GoTo.vue'

const props = defineProps<{ machine: string }>()
const { scene, own, error } = useSceneAtHand(() => props.machine)
const session = useSession()
const { trouble, send } = useSend()
useContextLine(() => [scene.data.value?.machine.name ?? 'Machine'])

const homed = computed(() => {
  const { homedAt, poweredAt } = scene.data.value ?? {}
  return Boolean(homedAt && (!poweredAt || homedAt >= poweredAt))
})

const say = (what: 'home' | 'power') => send(what, { params: { id: props.machine } })
</script>

<template>
  <div class="page">
    <template v-if="scene.data.value">
      <h1>What stands in {{ scene.data.value.machine.name }}</h1>
      <p class="state flex gap-x-4.5 gap-y-2.5 items-center flex-wrap mx-0 mt-0 mb-4">
        <span v-if="homed" class="quiet">Homed {{ when(scene.data.value.homedAt!, session.shop) }}.</span>
        <span v-else class="stop">Not homed since it was switched on.</span>
        <Button v-if="!homed" @click="say('home')">Confirm homing</Button>
        <Button @click="say('power')">Note power-up</Button>
        <GoTo v-if="own" type="link" :to="{ name: 'setup', params: { setup: own.id } }"
          >Setup at hand: {{ own.partName }}, {{ own.operationName }}</GoTo
        >
        <GoTo type="link" :to="{ name: 'ledger', query: { machine } }">Its entries</GoTo>
        <GoTo type="link" :to="{ name: 'handover', params: { machine } }">Handover</GoTo>
        <GoTo type="link" :to="{ name: 'stood', params: { machine } }">What stood when</GoTo>
        <GoTo v-if="!session.mayNot('changeMachine')" type="link" :to="{ name: 'machine-record', params: { machine } }">Its record</GoTo>
      </p>
      <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
      <ConnectionLine :machine="scene.data.value.machine" />
      <Reservations :scene="scene.data.value" />
      <StandingTable :scene="scene.data.value" />
      <InTurn><TurretView class="turret mt-5.5" :scene="scene.data.value" /></InTurn>
      <h2 class="mx-0 mt-6.5 mb-2.5">Routines without a setup</h2>
      <RoutineList :machine="scene.data.value.machine" :to="(routine) => ({ name: 'machine-routine', params: { machine, routine } })" />
      <InTurn><Remarks about="machine" :of="machine" /></InTurn>
    </template>
    <Opening v-else :error="error" />
  </div>
</template>
