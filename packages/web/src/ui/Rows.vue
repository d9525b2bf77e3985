<script setup lang="ts" generic="Row extends object">
import { Table } from 'ant-design-vue'
import { computed, useSlots } from 'vue'
import type { Column } from './columns.ts'
import { vQuietIcons } from './quiet-icons.ts'

/**
 * Rows of things. A column’s cells are its slot, under the column’s key; a column without one shows the field of that name.
 * One column names the row for a screen reader.
 */
const props = defineProps<{
  columns: readonly Column<Row>[]
  rows: readonly Row[]
  rowKey: (row: Row) => string
  /** Attributes of a row, to find it by. */
  rowIs?: (row: Row) => Record<string, string | undefined>
  /** What stands there while there are none. */
  empty?: string
  loading?: boolean
  /** So many stand on a page, where there are more. */
  page?: number
  /** Higher than this it scrolls under its head, pixels. */
  height?: number
}>()
defineSlots<Record<string, (given: { row: Row; at: number }) => unknown>>()
const slots = useSlots()

const named = computed(() => props.columns.some(({ names }) => names))
const listed = computed(() =>
  props.columns.map(({ key, title, align, width, compare, wide, names }, place) => ({
    key,
    dataIndex: key,
    title,
    align: align ?? ('left' as const),
    ...(width === undefined ? {} : { width }),
    ...(compare ? { sorter: compare, showSorterTooltip: false } : {}),
    ...(wide ? { responsive: [wide] } : {}),
    ...((named.value ? names : place === 0) ? { customCell: () => ({ role: 'rowheader' }) } : {}),
  })),
)
</script>

<template>
  <Table
    v-quiet-icons
    :columns="listed"
    :data-source="rows as Row[]"
    :row-key="rowKey"
    :custom-row="(row: Row) => rowIs?.(row) ?? {}"
    :pagination="page && rows.length > page ? { pageSize: page, showSizeChanger: false } : false"
    :loading="loading ?? false"
    :locale="{ emptyText: empty ?? 'Nothing here yet.' }"
    :scroll="height ? { y: height } : {}"
    size="small"
  >
    <template #bodyCell="{ column, record, index }">
      <slot v-if="slots[column.key as string]" :name="column.key as string" :row="record as Row" :at="index" />
    </template>
  </Table>
</template>

<style scoped>
/* The library draws a line beside each head; a list is read along its rows. */
:deep(.ant-table-thead > tr > th::before) {
  display: none;
}
</style>
