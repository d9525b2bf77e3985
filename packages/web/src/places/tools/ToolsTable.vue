<script setup lang="ts">
import { layoutOf, pasteInto, type RegisterKey, type Scene, type ToolRow } from '@rook/core'
import { useElementSize, useScroll } from '@vueuse/core'
import { Button } from 'ant-design-vue'
import { computed, nextTick, ref } from 'vue'
import { windowOf, type SortKey } from './table-order.ts'
import ToolRowLine from './ToolRowLine.vue'
import type { EditsState } from './use-edits.ts'

const props = defineProps<{ rows: ToolRow[]; scene: Scene; edits: EditsState; sorted: { key: SortKey; turned: boolean } }>()
const emit = defineEmits<{ sort: [key: SortKey]; pasted: [words: string] }>()

const ROW = 58
const frame = ref<HTMLElement | null>(null)
const { y } = useScroll(frame)
const { height } = useElementSize(frame)
const shown = computed(() => windowOf(y.value, height.value, ROW, props.rows.length))
/** Rows that leave at one end are used again at the other: making a row costs more than filling one. */
const pool = computed(() => Math.ceil(height.value / ROW) + 10)
const visible = computed(() => props.rows.slice(shown.value.from, shown.value.to))
const layout = computed(() => layoutOf(props.scene.machine))
/** Widths of the columns: what is typed has room for its figure, what is short for less. */
const widths = computed(() => layout.value.tool.map(({ wear, holds }) => (wear ? WIDE : holds === 'length' ? '106px' : '54px')).join(' '))
const WIDE = 'minmax(var(--figure), 122px) minmax(58px, 84px) minmax(76px, 102px)'
/** Where one word calls every number there is one number to show. */
const numbers = computed(() => (layout.value.letters.length > 1 ? '92px' : '60px'))

/** Registers as they stand on the screen, for moving between cells and for what is pasted. */
const grid = computed(() => props.rows.map(({ pairs }) => pairs.flatMap(({ geometry, wear }): (RegisterKey | null)[] => [geometry, wear])))

async function go(row: number, column: number): Promise<void> {
  if (row < 0 || row >= props.rows.length) return
  const top = row * ROW
  if (frame.value && (top < frame.value.scrollTop || top + 2 * ROW > frame.value.scrollTop + height.value)) {
    frame.value.scrollTop = Math.max(0, top - height.value / 2)
    await nextTick()
    await new Promise((resolve) => requestAnimationFrame(resolve))
  }
  frame.value?.querySelector<HTMLInputElement>(`[data-cell="${row}-${column}"]`)?.focus()
}

function paste(event: ClipboardEvent, row: number, column: number): void {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (!/[\t\n]/.test(text.replace(/\r?\n$/, ''))) return
  event.preventDefault()
  const { edits, leftOver } = pasteInto(text, grid.value, { row, column })
  for (const one of edits) props.edits.type(one.register, one.text)
  emit(
    'pasted',
    `${edits.length} ${edits.length === 1 ? 'cell' : 'cells'} pasted${leftOver > 0 ? `; ${leftOver} had no place below or beside, and ${leftOver === 1 ? 'was' : 'were'} left out` : ''}.`,
  )
}

const arrow = (key: SortKey) => (props.sorted.key !== key ? '' : props.sorted.turned ? ' \u2191' : ' \u2193')
const headings = computed<{ key: SortKey | null; words: string; class: string }[]>(() => [
  { key: 'tool', words: 'T', class: 'number' },
  { key: 'name', words: 'Tool', class: 'tool' },
  { key: null, words: layout.value.letters.length > 1 ? layout.value.letters.join(', ') : 'Offset', class: 'numbers' },
  ...layout.value.tool.flatMap((column) => [
    { key: column.property, words: column.heading, class: 'typed' },
    ...(column.wear
      ? [
          { key: null, words: 'wear', class: 'worn' },
          { key: null, words: 'total', class: 'total' },
        ]
      : []),
  ]),
  { key: 'life', words: 'Life', class: 'life' },
])
</script>

<template>
  <div
    ref="frame"
    class="frame sheet overflow-auto contain-strict min-h-60"
    :style="{ '--widths': widths, '--numbers': numbers }"
    role="table"
    :aria-rowcount="rows.length + 1"
    tabindex="-1"
  >
    <div class="row head sticky top-0 z-2 h-10 bg-sheet text-quiet text-15" role="row">
      <span
        v-for="(heading, at) in headings"
        :key="at"
        class="block [&.typed]:text-right [&.typed]:text-15 [&.worn]:text-right [&.worn]:text-15 [&.total]:text-right [&.total]:text-15 [&.life]:pl-2.5"
        role="columnheader"
        :class="heading.class"
      >
        <Button v-if="heading.key" type="text" size="small" @click="emit('sort', heading.key)"
          >{{ heading.words }}{{ arrow(heading.key) }}</Button
        >
        <template v-else>{{ heading.words }}</template>
      </span>
    </div>
    <div class="relative" :style="{ height: `${rows.length * ROW}px` }" role="rowgroup">
      <!-- A row that is filled anew makes no other row be laid out again: each is contained in itself. -->
      <ToolRowLine
        v-for="(row, at) in visible"
        :key="(shown.from + at) % pool"
        class="absolute inset-x-0 top-0 h-14.5 contain-strict"
        :row="row"
        :at="shown.from + at"
        :scene="scene"
        :edits="edits"
        :style="{ transform: `translateY(${(shown.from + at) * ROW}px)` }"
        @go="go"
        @paste="paste"
      />
    </div>
  </div>
</template>

<style scoped>
.frame {
  --figure: 104px;
}
/* The head and every line under it, which is a component of its own. */
.row {
  display: grid;
  grid-template-columns: 54px minmax(150px, 1.4fr) var(--numbers) var(--widths) minmax(92px, 0.8fr);
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 0 12px;
  gap: 8px;
  min-width: 840px;
}
@media (max-width: 1200px) {
  .frame {
    --figure: 84px;
  }
  .row {
    /* H and D stand under each other. */
    grid-template-columns: 42px minmax(96px, 1fr) 40px var(--widths) 108px;
    gap: 4px;
  }
}
.head .ant-btn {
  padding: 0;
  height: 40px;
  font-size: 15px;
  color: inherit;
}
</style>
