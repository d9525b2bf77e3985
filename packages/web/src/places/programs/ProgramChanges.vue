<script setup lang="ts">
import { computed } from 'vue'
import { useProgramDifference } from '../../client/queries.ts'
import Opening from '../../parts/Opening.vue'

/** What one issue changed of another, line by line. */
const props = defineProps<{ of: { id: string; other: string } }>()
const difference = useProgramDifference(() => props.of)
const WORDS = { gone: 'was', new: 'is' } as const
const lines = computed(() =>
  (difference.data.value?.parts ?? []).flatMap(({ kind, line, lines: own }) =>
    kind === 'same' ? [] : own.map((text, at) => ({ kind, number: line + at, text })),
  ),
)
</script>

<template>
  <p v-if="!difference.data.value"><Opening :error="difference.error.value" /></p>
  <div v-else class="sheet changes max-h-105 overflow-auto px-3.5 py-2">
    <p class="quiet small">
      Issue {{ difference.data.value.after.issue }} against issue {{ difference.data.value.before.issue }}:
      {{ lines.length === 0 ? 'no line differs.' : `${lines.length} lines${difference.data.value.cut ? ' and more' : ''}.` }}
    </p>
    <ol class="list-none m-0 p-0">
      <li
        v-for="one in lines"
        :key="`${one.kind} ${one.number}`"
        class="grid grid-cols-[40px_56px_minmax(0,1fr)] gap-x-2.5 gap-y-0 [&.new]:bg-act-soft"
        :class="one.kind"
        :data-change="one.kind"
      >
        <span class="quiet">{{ WORDS[one.kind] }}</span> <span class="number text-right">{{ one.number }}</span>{{ ' '
        }}<code class="in-[.gone]:line-through">{{ one.text }}</code>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.changes {
  width: 100%;
}
</style>
