<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import { formatExact, judgeLife, KIND_WORDS, lifeFigure, type LengthUnit } from '@rook/core'
import { refDebounced, useStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useContextLine } from '../../app/context.ts'
import { useAssemblies } from '../../app/queries.ts'
import { fitsWords } from './find.ts'
import VerdictMark from '../../parts/VerdictMark.vue'

useContextLine(() => ['Tools', 'Drawer'])
const unit = useStorage<LengthUnit>('rook-drawer-unit', 'mm')
const text = ref('')
const typed = refDebounced(text, 200)
const where = ref<'all' | 'spare' | 'mounted'>('all')
/** More rows than a person reads; finding narrows them down. */
const MOST = 200
const drawer = useAssemblies(() => ({ find: typed.value.trim() || undefined, where: where.value, limit: MOST }))
const found = computed(() => (drawer.data.value?.assemblies ?? []).filter((one) => fitsWords(one, text.value)))
const length = (value: number | null | undefined) => (value == null ? '' : formatExact(value as never, unit.value))
</script>

<template>
  <div class="page">
    <header>
      <h1>The drawer</h1>
      <input v-model="text" class="text-field" type="search" placeholder="drill, shrink, em-10 …" aria-label="Show only" maxlength="60" />
      <select v-model="where" class="text-field" aria-label="Where">
        <option value="all">wherever they are</option>
        <option value="spare">in no machine</option>
        <option value="mounted">mounted</option>
      </select>
      <span class="quiet grow">{{ drawer.data.value?.of ?? 0 }} of {{ drawer.data.value?.all ?? 0 }}</span>
      <button type="button" class="plain" @click="unit = unit === 'mm' ? 'in' : 'mm'">
        show {{ unit === 'mm' ? 'inches' : 'millimetres' }}
      </button>
      <MayNot to="addAssembly"><RouterLink class="plain" :to="{ name: 'new-tool' }">A new tool</RouterLink></MayNot>
    </header>
    <p v-if="drawer.data.value?.all === 0" class="quiet">The drawer is empty. Add a tool, or take a file of presets under Exchange.</p>
    <table v-else class="rows">
      <thead>
        <tr>
          <th>Tool</th>
          <th>Kind</th>
          <th class="right">DC {{ unit }}</th>
          <th class="right">RE {{ unit }}</th>
          <th class="right">Edges</th>
          <th class="right">Rough length</th>
          <th>Life</th>
          <th>Sits in</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="tool in found.slice(0, MOST)" :key="tool.id" :data-assembly="tool.id">
          <td>
            <RouterLink class="name" :to="{ name: 'tool', params: { assembly: tool.id } }"
              ><strong>{{ tool.name }}</strong>
              <span class="quiet small">{{ tool.id }}{{ tool.holder ? `, ${tool.holder}` : '' }}</span></RouterLink
            >
          </td>
          <td class="quiet">{{ KIND_WORDS[tool.kind] }}</td>
          <td class="right figure">{{ length(tool.properties.DC) }}</td>
          <td class="right figure">{{ length(tool.properties.RE) }}</td>
          <td class="right figure">{{ tool.flutes ?? '' }}</td>
          <td class="right figure">{{ length(tool.estimate) }}</td>
          <td class="small life">
            <template v-if="tool.life"
              ><VerdictMark :verdict="judgeLife(tool.life, tool.lifeUsed).verdict" /> {{ lifeFigure(tool.lifeUsed) }} of
              {{ tool.life.limit }} {{ tool.life.by }}</template
            >
          </td>
          <td>
            <RouterLink v-if="tool.mounted" :to="{ name: 'machine-tools', params: { machine: tool.mounted.machine } }"
              >T{{ tool.mounted.number }}, {{ tool.mounted.machineName }}</RouterLink
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="(drawer.data.value?.of ?? 0) > MOST" class="quiet">The first {{ MOST }} are shown; write a word above to narrow them down.</p>
  </div>
</template>

<style scoped>
header {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-bottom: 12px;
}
.grow {
  flex: 1;
}
.name {
  display: grid;
  color: inherit;
  text-decoration: none;
  min-height: 44px;
  align-content: center;
}
.life svg {
  vertical-align: -3px;
}
@media (max-width: 760px) {
  th:nth-child(n + 3):nth-child(-n + 7),
  td:nth-child(n + 3):nth-child(-n + 7) {
    display: none;
  }
}
</style>
