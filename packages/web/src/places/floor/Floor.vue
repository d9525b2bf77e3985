<script setup lang="ts">
import type { FloorMachine } from '@rook/contract'
import { useStorage } from '@vueuse/core'
import { Input } from 'ant-design-vue'
import { computed, onBeforeUnmount, ref } from 'vue'
import { useContextLine } from '../../app/context.ts'
import { useFloor } from '../../app/queries.ts'
import { useSession } from '../../app/session.ts'
import { when } from '../../app/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import OneOf from '../../ui/OneOf.vue'
import Rows from '../../ui/Rows.vue'
import MachineCard from './MachineCard.vue'
import { fits, inOrder, pressing, SHOWN, wayTo } from './floor-order.ts'

const floor = useFloor()
const session = useSession()
useContextLine(() => ['Floor'])

/** More than this many stand as rows: forty cards are no overview. */
const CARDS = 8
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
const COLUMNS = [
  { key: 'machine', title: 'Machine' },
  { key: 'setup', title: 'Set up' },
  { key: 'progress', title: 'Steps', align: 'right', wide: 'md' },
  { key: 'notices', title: 'Look at first' },
  { key: 'last', title: 'Last', wide: 'lg' },
] as const
const OPTIONS = (Object.entries(SHOWN) as [keyof typeof SHOWN, string][]).map(([value, label]) => ({ value, label }))
</script>

<template>
  <div class="page">
    <header>
      <h1>Floor</h1>
      <template v-if="isLarge">
        <Input
          v-model:value="text"
          class="find"
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
    <Rows
      v-if="isLarge"
      :columns="COLUMNS"
      :rows="machines"
      :row-key="({ machine }) => machine.id"
      :row-is="({ machine }) => ({ 'data-machine': machine.id })"
      empty="No machine fits."
    >
      <template #machine="{ row }"
        ><RouterLink class="name" :to="wayTo(row)">{{ row.machine.name }}</RouterLink></template
      >
      <template #setup="{ row }"
        ><template v-if="row.setup"
          >{{ row.setup.partName }} <span class="quiet small">Job {{ row.setup.job }}, {{ row.setup.operationName }}</span></template
        ><span v-else class="quiet">nothing set up</span></template
      >
      <template #progress="{ row }"
        ><span v-if="row.setup" class="figure">{{ row.setup.done }} of {{ row.setup.of }}</span></template
      >
      <template #notices="{ row }"
        ><span v-if="pressing(row)" :class="pressing(row)!.verdict"
          ><VerdictMark :verdict="pressing(row)!.verdict" /> {{ pressing(row)!.sentence
          }}<span v-if="row.notices.length > 1" class="quiet small"> and {{ row.notices.length - 1 }} more</span></span
        ></template
      >
      <template #last="{ row }"
        ><span v-if="row.last" class="small" :class="isNew(row) ? 'fresh' : 'quiet'"
          >{{ row.last.by }}, {{ when(row.last.at, session.shop) }}<template v-if="isNew(row)">, new</template></span
        ></template
      >
    </Rows>
    <div v-else class="cards">
      <MachineCard v-for="one in machines" :key="one.machine.id" :on="one" :fresh="isNew(one)" />
    </div>
  </div>
</template>

<style scoped>
header {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: center;
  margin-bottom: 14px;
}
.find {
  width: 260px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(360px, 100%), 1fr));
  gap: 14px;
}
.name {
  font-weight: 700;
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}
.fresh {
  color: var(--act);
  font-weight: 700;
}
td svg {
  vertical-align: -2px;
}
</style>
