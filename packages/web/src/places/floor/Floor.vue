<script setup lang="ts">
import type { FloorMachine } from '@rook/contract'
import { useStorage } from '@vueuse/core'
import { Input } from 'ant-design-vue'
import { computed, defineAsyncComponent, onBeforeUnmount, ref } from 'vue'
import { useContextLine } from '../../client/context.ts'
import { useFloor } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import InTurn from '../../ui/InTurn.vue'
import OneOf from '../../ui/OneOf.vue'
import MachineCard from './MachineCard.vue'
import { fits, inOrder, SHOWN } from './floor-order.ts'

// A shop of a few machines does without the table and all that it brings along.
/** Only for a shop in which nothing is set up. */
const FirstSteps = defineAsyncComponent(() => import('./FirstSteps.vue'))
const FloorTable = defineAsyncComponent(() => import('./FloorTable.vue'))
const floor = useFloor()
const session = useSession()
useContextLine(() => ['Floor'])

/** More than this many stand as rows: forty cards are no overview. */
const CARDS = 8
/** As many are there at once as a slow tablet makes while nobody notices; the others come one after the other. */
const FIRST = 2
const text = ref('')
const shown = ref<keyof typeof SHOWN>('all')
const me = computed(() => session.person?.name ?? '')
const isLarge = computed(() => (floor.data.value?.length ?? 0) > CARDS)
/** When this person last looked, on this tablet: what came since is marked. */
const looked = useStorage<string | null>(`rook-floor-looked:${session.person?.id ?? ''}`, null)
const since = looked.value
onBeforeUnmount(() => (looked.value = new Date().toISOString()))

const machines = computed(() => inOrder(floor.data.value ?? [], me.value).filter((one) => fits(one, text.value, shown.value, me.value)))
const isNew = ({ last }: FloorMachine) => since !== null && last !== null && last.at > since && last.by !== me.value
const OPTIONS = (Object.entries(SHOWN) as [keyof typeof SHOWN, string][]).map(([value, label]) => ({ value, label }))
</script>

<template>
  <div class="page">
    <header class="flex flex-wrap gap-x-3.5 gap-y-2.5 items-center mb-3.5">
      <h1>Floor</h1>
      <template v-if="isLarge">
        <Input
          v-model:value="text"
          class="w-65"
          type="search"
          allow-clear
          placeholder="mill 3, flange, 0407 …"
          aria-label="Show only"
          :maxlength="60"
        />
        <OneOf v-model="shown" name="Which machines" :options="OPTIONS" />
        <span class="quiet">{{ machines.length }} of {{ floor.data.value!.length }}</span>
      </template>
    </header>
    <p v-if="floor.isError.value && !floor.data.value" class="stop">{{ floor.error.value?.message }}</p>
    <p v-else-if="floor.data.value?.length === 0">
      No machine is on record yet. <RouterLink to="/machines/new">Add the first machine</RouterLink>
    </p>
    <FirstSteps v-if="floor.data.value && floor.data.value.every(({ setup }) => !setup)" />
    <FloorTable v-if="isLarge" :machines="machines" :is-new="isNew" />
    <div v-else class="grid grid-cols-[repeat(auto-fill,minmax(min(360px,100%),1fr))] gap-3.5">
      <InTurn v-for="(one, place) in machines" :key="one.machine.id" :at-once="place < FIRST">
        <MachineCard :on="one" :fresh="isNew(one)" />
      </InTurn>
    </div>
  </div>
</template>
