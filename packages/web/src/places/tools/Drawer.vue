<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import { judgeLife, KIND_WORDS, lifeFigure, type LengthUnit } from '@rook/core'
import { refDebounced, useStorage } from '@vueuse/core'
import { Button, Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useContextLine } from '../../client/context.ts'
import { useAssemblies } from '../../client/queries.ts'
import { fitsWords } from './find.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import GoTo from '../../ui/GoTo.vue'
import type { AssemblyRecord } from '@rook/contract'
import type { Column } from '../../ui/columns.ts'
import Pick from '../../ui/Pick.vue'
import SaveCsv from '../../ui/SaveCsv.vue'
import Rows from '../../ui/Rows.vue'
import { optionsOf } from '../../ui/options.ts'
import { exactly } from '../../parts/written.ts'

useContextLine(() => ['Tools', 'Drawer'])
const unit = useStorage<LengthUnit>('rook-drawer-unit', 'mm')
const text = ref('')
const typed = refDebounced(text, 200)
const where = ref<'all' | 'spare' | 'mounted'>('all')
/** More rows than a person reads; finding narrows them down. */
const MOST = 200
const drawer = useAssemblies(() => ({ find: typed.value.trim() || undefined, where: where.value, limit: MOST }))
type Tool = AssemblyRecord
const by = (of: (tool: Tool) => number | null | undefined) => (a: Tool, b: Tool) => (of(a) ?? -1) - (of(b) ?? -1)
const columns = computed((): Column<Tool>[] => [
  { key: 'name', title: 'Tool', compare: (a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }) },
  { key: 'kind', title: 'Kind', wide: 'md', compare: (a, b) => KIND_WORDS[a.kind].localeCompare(KIND_WORDS[b.kind]) },
  { key: 'DC', title: `DC ${unit.value}`, align: 'right', compare: by(({ properties }) => properties.DC) },
  { key: 'RE', title: `RE ${unit.value}`, align: 'right', wide: 'lg', compare: by(({ properties }) => properties.RE) },
  { key: 'flutes', title: 'Edges', align: 'right', wide: 'lg' },
  { key: 'estimate', title: 'Rough length', align: 'right', wide: 'lg', compare: by(({ estimate }) => estimate) },
  { key: 'life', title: 'Life', wide: 'md' },
  { key: 'mounted', title: 'Sits in' },
])
const csv = computed(() => ({
  tool: (row: Tool) => row.name,
  id: (row: Tool) => row.id,
  kind: (row: Tool) => KIND_WORDS[row.kind],
  holder: (row: Tool) => row.holder,
  [`DC ${unit.value}`]: (row: Tool) => length(row.properties.DC),
  [`RE ${unit.value}`]: (row: Tool) => length(row.properties.RE),
  edges: (row: Tool) => row.flutes,
  [`rough length ${unit.value}`]: (row: Tool) => length(row.estimate),
  'life used': (row: Tool) => (row.life ? row.lifeUsed : null),
  life: (row: Tool) => (row.life ? row.life.limit : null),
  by: (row: Tool) => row.life?.by ?? null,
  'sits in': (row: Tool) => (row.mounted ? `T${row.mounted.number}, ${row.mounted.machineName}` : null),
}))
const WHERE = optionsOf({ all: 'wherever they are', spare: 'in no machine', mounted: 'mounted' })
const found = computed(() => (drawer.data.value?.assemblies ?? []).filter((one) => fitsWords(one, text.value)))
const length = (value: number | null | undefined) => (value == null ? '' : exactly(value as never, unit.value))
</script>

<template>
  <div class="page">
    <header class="flex flex-wrap gap-2.5 items-center mb-3">
      <h1>The drawer</h1>
      <Input
        v-model:value="text"
        class="w-60"
        type="search"
        allow-clear
        placeholder="drill, shrink, em-10 …"
        aria-label="Show only"
        :maxlength="60"
      />
      <Pick v-model="where" name="Where" :options="WHERE" />
      <span class="quiet flex-1">{{ drawer.data.value?.of ?? 0 }} of {{ drawer.data.value?.all ?? 0 }}</span>
      <Button @click="unit = unit === 'mm' ? 'in' : 'mm'"> show {{ unit === 'mm' ? 'inches' : 'millimetres' }} </Button>
      <SaveCsv name="drawer" :rows="found" :columns="csv" />
      <MayNot to="addAssembly"><GoTo :to="{ name: 'new-tool' }">A new tool</GoTo></MayNot>
    </header>
    <p v-if="drawer.data.value?.all === 0" class="quiet">The drawer is empty. Add a tool, or take a file of presets under Exchange.</p>
    <Rows
      v-else
      :columns="columns"
      :rows="found"
      :row-key="({ id }) => id"
      :row-is="({ id }) => ({ 'data-assembly': id })"
      :loading="drawer.isPending.value"
      :page="50"
      empty="No tool fits these words."
    >
      <template #name="{ row }"
        ><RouterLink class="name text-inherit no-underline content-center" :to="{ name: 'tool', params: { assembly: row.id } }"
          ><strong>{{ row.name }}</strong>
          <span class="quiet small">{{ row.id }}{{ row.holder ? `, ${row.holder}` : '' }}</span>
          <span v-if="row.broken" class="stop small">broken</span></RouterLink
        ></template
      >
      <template #kind="{ row }"
        ><span class="quiet">{{ KIND_WORDS[row.kind] }}</span></template
      >
      <template #DC="{ row }"
        ><span class="figure">{{ length(row.properties.DC) }}</span></template
      >
      <template #RE="{ row }"
        ><span class="figure">{{ length(row.properties.RE) }}</span></template
      >
      <template #flutes="{ row }"
        ><span class="figure">{{ row.flutes ?? '' }}</span></template
      >
      <template #estimate="{ row }"
        ><span class="figure">{{ length(row.estimate) }}</span></template
      >
      <template #life="{ row }"
        ><span v-if="row.life" class="small life"
          ><VerdictMark class="align-[-3px]" :verdict="judgeLife(row.life, row.lifeUsed).verdict" /> {{ lifeFigure(row.lifeUsed) }} of
          {{ row.life.limit }} {{ row.life.by }}</span
        ></template
      >
      <template #mounted="{ row }"
        ><RouterLink v-if="row.mounted" :to="{ name: 'machine-tools', params: { machine: row.mounted.machine } }"
          >T{{ row.mounted.number }}, {{ row.mounted.machineName }}</RouterLink
        ></template
      >
    </Rows>
    <p v-if="(drawer.data.value?.of ?? 0) > MOST" class="quiet">The first {{ MOST }} are shown; write a word above to narrow them down.</p>
  </div>
</template>

<style scoped>
.name {
  display: grid;
  min-height: 44px;
}
</style>
