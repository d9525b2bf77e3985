<script setup lang="ts">
import type { FloorMachine } from '@rook/contract'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import Rows from '../../ui/Rows.vue'
import { pressing, wayTo } from './floor-order.ts'

/** Many machines, a row each: what is set up, and what to look at first. */
defineProps<{ machines: FloorMachine[]; isNew: (machine: FloorMachine) => boolean }>()
const session = useSession()
const COLUMNS = [
  { key: 'machine', title: 'Machine' },
  { key: 'setup', title: 'Set up' },
  { key: 'progress', title: 'Steps', align: 'right', wide: 'md' },
  { key: 'notices', title: 'Look at first' },
  { key: 'last', title: 'Last', wide: 'lg' },
] as const
</script>

<template>
  <Rows
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
      ><span v-if="pressing(row)" class="[&.fresh]:text-act [&.fresh]:font-bold" :class="pressing(row)!.verdict"
        ><VerdictMark :verdict="pressing(row)!.verdict" /> {{ pressing(row)!.sentence
        }}<span v-if="row.notices.length > 1" class="quiet small"> and {{ row.notices.length - 1 }} more</span></span
      ></template
    >
    <template #last="{ row }"
      ><span v-if="row.last" class="small [&.fresh]:text-act [&.fresh]:font-bold" :class="isNew(row) ? 'fresh' : 'quiet'"
        >{{ row.last.by }}, {{ when(row.last.at, session.shop) }}<template v-if="isNew(row)">, new</template></span
      ></template
    >
  </Rows>
</template>

<style scoped>
.name {
  font-weight: 700;
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}
td svg {
  vertical-align: -2px;
}
</style>
