<script setup lang="ts">
import type { ProgramIssue } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { usePrograms } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import MayNot from '../../parts/MayNot.vue'
import ChooseFile from '../../ui/ChooseFile.vue'
import Rows from '../../ui/Rows.vue'

/** The issues of an operation's program: what each is, who kept it, and which one was proven. */
const props = defineProps<{ operation: string }>()
const session = useSession()
const issues = usePrograms(() => props.operation)
const chosen = ref<File | null>(null)
const compared = ref<{ id: string; other: string } | null>(null)
const isOver = ref(false)
const KeepIssue = defineAsyncComponent(() => import('./KeepIssue.vue'))
const ProgramChanges = defineAsyncComponent(() => import('./ProgramChanges.vue'))

const COLUMNS = [
  { key: 'issue', title: 'Issue', names: true },
  { key: 'name', title: 'File' },
  { key: 'lines', title: 'Lines', align: 'right' },
  { key: 'kept', title: 'Kept' },
  { key: 'proven', title: 'Proven', wide: 'md' },
  { key: 'ways', title: '' },
] as const
const rows = computed(() => issues.data.value ?? [])
const before = ({ issue }: ProgramIssue) => rows.value.find((one) => one.issue === issue - 1)

function compare(issue: ProgramIssue): void {
  const other = before(issue)
  compared.value = compared.value?.id === issue.id || !other ? null : { id: issue.id, other: other.id }
}

/** A file may be dropped anywhere on the section. */
function drop(event: DragEvent): void {
  isOver.value = false
  const [file] = event.dataTransfer?.files ?? []
  if (file && session.mayNot('addProgram') === null) chosen.value = file
}
</script>

<template>
  <section
    class="programs grid grid-cols-1 justify-items-start gap-2.5 [&.over]:outline-offset-1"
    :class="{ over: isOver }"
    aria-label="Program"
    @dragover.prevent="isOver = true"
    @dragleave="isOver = false"
    @drop.prevent="drop"
  >
    <Rows
      :columns="COLUMNS"
      :rows="rows"
      :row-key="({ id }) => id"
      :row-is="({ issue }) => ({ 'data-issue': String(issue) })"
      empty="No file of the program is kept yet."
    >
      <template #issue="{ row }"
        ><RouterLink :to="{ name: 'program', params: { issue: row.id } }">Issue {{ row.issue }}</RouterLink></template
      >
      <template #name="{ row }"
        >{{ row.name }}<span v-if="row.note" class="quiet small">&ensp;{{ row.note }}</span></template
      >
      <template #kept="{ row }"
        ><span class="quiet">{{ when(row.at, session.shop) }}, {{ row.by }}</span></template
      >
      <template #proven="{ row }">{{ row.proven ? when(row.proven.at, session.shop) : '' }}</template>
      <template #ways="{ row }"
        ><Button v-if="before(row)" type="link" :aria-expanded="compared?.id === row.id" @click="compare(row)"
          >what changed</Button
        ></template
      >
    </Rows>
    <ProgramChanges v-if="compared" :of="compared" />
    <MayNot to="addProgram"
      ><ChooseFile accept="" label="File of the program" @chosen="(file) => (chosen = file)"
        >{{ rows.length === 0 ? 'Keep its file' : 'Keep another issue' }}, or drop it here</ChooseFile
      ></MayNot
    >
    <KeepIssue v-if="chosen" :operation="operation" :file="chosen" :newest="rows[0] ?? null" @close="chosen = null" />
  </section>
</template>

<style scoped>
.programs > :first-child {
  width: 100%;
}
.over {
  outline: 2px dashed var(--act);
}
</style>
