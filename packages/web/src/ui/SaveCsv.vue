<script setup lang="ts" generic="Row">
import { Button } from 'ant-design-vue'
import { csvText } from '../client/csv.ts'
import { saveFile } from '../client/file.ts'

/** Saves what a list shows, as it is narrowed down, for a spreadsheet: a column for each heading. */
const props = defineProps<{ name: string; rows: readonly Row[]; columns: Readonly<Record<string, (row: Row) => string | number | null>> }>()

function save(): void {
  const columns = Object.entries(props.columns)
  const lines = props.rows.map((row) => columns.map(([, text]) => text(row) ?? ''))
  saveFile(
    `${props.name}.csv`,
    csvText(
      columns.map(([title]) => title),
      lines,
    ),
  )
}
</script>

<template>
  <Button type="link" :disabled="rows.length === 0" @click="save">Save as CSV</Button>
</template>
