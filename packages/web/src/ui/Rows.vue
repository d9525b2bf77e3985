<script setup lang="ts" generic="Row extends object">
import {
  getCoreRowModel,
  getPaginationRowModel,
  getSortedRowModel,
  useVueTable,
  type ColumnDef,
  type SortingState,
} from '@tanstack/vue-table'
import { Button, Pagination } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { aFewAtATime } from './a-few-at-a-time.ts'
import type { Column } from './columns.ts'

/**
 * Rows of things. A column’s cells are its slot, under the column’s key; a column without one shows the field of that name.
 * One column names the row for a screen reader. The library’s own table took a slow tablet half a second for 25 rows; this one is
 * drawn in its look.
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
const slots = defineSlots<Record<string, (given: { row: Row; at: number }) => unknown>>()

const order = ref<SortingState>([])
const at = ref(0)
const size = computed(() => props.page ?? Number.MAX_SAFE_INTEGER)
const defined = computed<ColumnDef<Row>[]>(() =>
  props.columns.map(({ key, compare }) => ({
    id: key,
    accessorFn: (row) => (row as Record<string, unknown>)[key],
    enableSorting: compare !== undefined,
    // Up, down, and as it came.
    sortDescFirst: false,
    ...(compare ? { sortingFn: (one, other) => compare(one.original, other.original) } : {}),
  })),
)
const table = useVueTable<Row>({
  get data() {
    return props.rows as Row[]
  },
  get columns() {
    return defined.value
  },
  state: {
    get sorting() {
      return order.value
    },
    get pagination() {
      return { pageIndex: at.value, pageSize: size.value }
    },
  },
  getRowId: (row) => props.rowKey(row),
  onSortingChange: (next) => {
    order.value = typeof next === 'function' ? next(order.value) : next
    at.value = 0
  },
  getCoreRowModel: getCoreRowModel(),
  getSortedRowModel: getSortedRowModel(),
  getPaginationRowModel: getPaginationRowModel(),
  autoResetPageIndex: false,
})
// A page that is gone, because there are fewer now, is left for the last one.
watch(
  () => Math.max(0, Math.ceil(props.rows.length / size.value) - 1),
  (last) => (at.value = Math.min(at.value, last)),
)

const shown = aFewAtATime(() => table.getRowModel().rows)
const names = computed(() => props.columns.find((column) => column.names)?.key ?? props.columns[0]?.key)
const SORTED = { asc: 'ascending', desc: 'descending' } as const
const wayOf = (key: string): keyof typeof SORTED | null => {
  const one = order.value.find(({ id }) => id === key)
  return one ? (one.desc ? 'desc' : 'asc') : null
}
const ARROWS = { asc: '\u2191', desc: '\u2193' } as const
const ways = computed(() => Object.fromEntries(props.columns.map(({ key }) => [key, wayOf(key)] as const)))
const turn = (key: string) => table.getColumn(key)?.toggleSorting()
const field = (row: Row, key: string) => (row as Record<string, unknown>)[key]
</script>

<template>
  <div
    class="rows bg-sheet rounded-3 [&.scrolls]:overflow-auto"
    :style="height ? { maxHeight: `${height}px` } : undefined"
    :class="{ scrolls: height }"
  >
    <table :aria-busy="loading">
      <colgroup>
        <col
          v-for="column in columns"
          :key="column.key"
          class="[&.scrolls]:overflow-auto [&.right]:text-right"
          :class="column.wide"
          :style="column.width ? { width: `${column.width}px` } : undefined"
        />
      </colgroup>
      <thead>
        <tr>
          <th
            v-for="column in columns"
            :key="column.key"
            class="[&.scrolls]:overflow-auto [&.right]:text-right"
            scope="col"
            :class="[column.wide, { right: column.align === 'right' }]"
            :aria-sort="ways[column.key] ? SORTED[ways[column.key]!] : undefined"
          >
            <Button
              v-if="column.compare"
              type="text"
              class="sort min-h-11 p-0 text-inherit in-[.right]:inline-flex in-[.right]:items-center"
              @click="turn(column.key)"
              >{{ column.title
              }}<span class="way inline-block w-[1.1em] text-center text-act" aria-hidden="true">{{
                ways[column.key] ? ARROWS[ways[column.key]!] : ''
              }}</span></Button
            >
            <template v-else>{{ column.title }}</template>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(row, place) in shown"
          :key="row.id"
          class="[&.scrolls]:overflow-auto [&.right]:text-right"
          v-bind="rowIs?.(row.original) ?? {}"
        >
          <component
            :is="column.key === names ? 'th' : 'td'"
            v-for="column in columns"
            :key="column.key"
            class="[&.scrolls]:overflow-auto [&.right]:text-right"
            :scope="column.key === names ? 'row' : undefined"
            :class="[column.wide, { right: column.align === 'right' }]"
          >
            <slot v-if="slots[column.key]" :name="column.key" :row="row.original" :at="at * (page ?? 0) + place" />
            <template v-else>{{ field(row.original, column.key) }}</template>
          </component>
        </tr>
        <tr v-if="rows.length === 0">
          <td :colspan="columns.length" class="quiet px-2.5 py-4.5 text-center">
            {{ loading ? 'Being read \u2026' : (empty ?? 'Nothing here yet.') }}
          </td>
        </tr>
      </tbody>
    </table>
    <Pagination
      v-if="page && rows.length > page"
      class="p-2.5 text-right"
      :current="at + 1"
      :page-size="page"
      :total="rows.length"
      :show-size-changer="false"
      @change="(next: number) => (at = next - 1)"
    />
  </div>
</template>

<style scoped>
/* What a row is called leads to it, under a finger in a glove. */
.rows :deep(a.name) {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 700;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  padding: 6px 10px;
  text-align: left;
  font-weight: 400;
  border-bottom: 1px solid var(--rule);
}
thead th {
  color: var(--quiet);
  background: var(--sheet);
}
.scrolls thead th {
  position: sticky;
  top: 0;
  z-index: 1;
}
tbody tr:hover > * {
  background: color-mix(in srgb, var(--rule) 22%, transparent);
}
.right .sort {
  flex-direction: row-reverse;
}
/* On a phone a long name breaks rather than push the table over the edge; figures never break. */
@media (max-width: 600px) {
  th,
  td {
    padding: 6px 5px;
  }
  td :deep(a) {
    overflow-wrap: anywhere;
  }
}
@media (max-width: 768px) {
  .md {
    display: none;
  }
}
@media (max-width: 992px) {
  .lg {
    display: none;
  }
}
</style>
