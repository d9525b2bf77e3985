<script setup lang="ts">
import { computed } from 'vue'
import { useProgramDifference } from '../../app/queries.ts'
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
  <div v-else class="sheet changes">
    <p class="quiet small">
      Issue {{ difference.data.value.after.issue }} against issue {{ difference.data.value.before.issue }}:
      {{ lines.length === 0 ? 'no line differs.' : `${lines.length} lines${difference.data.value.cut ? ' and more' : ''}.` }}
    </p>
    <ol>
      <li v-for="one in lines" :key="`${one.kind} ${one.number}`" :class="one.kind" :data-change="one.kind">
        <span class="quiet">{{ WORDS[one.kind] }}</span> <span class="number">{{ one.number }}</span> <code>{{ one.text }}</code>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.changes {
  width: 100%;
  max-height: 420px;
  overflow: auto;
  padding: 8px 14px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 40px 56px minmax(0, 1fr);
  gap: 0 10px;
}
.new {
  background: var(--act-soft);
}
.gone code {
  text-decoration: line-through;
}
.number {
  text-align: right;
}
</style>
