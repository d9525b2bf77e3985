<script setup lang="ts">
import type { ProgramIssue } from '@rook/contract'
import { MOST_PROGRAM } from '@rook/contract/file-limits'
import { computed, ref } from 'vue'
import { useSend } from '../../client/use-send.ts'
import FormDialog from '../../ui/FormDialog.vue'
import WordField from '../../ui/WordField.vue'
import { pressed } from './pressed.ts'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** A file that was chosen, before it becomes an issue: nothing is replaced without being seen. */
const props = defineProps<{ operation: string; file: File; newest: ProgramIssue | null }>()
const emit = defineEmits<{ close: [] }>()
const note = ref('')
const unread = ref<string | null>(null)
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`issue:${props.operation}`, { note }, { outcome })
const tooLong = computed(() =>
  props.file.size > MOST_PROGRAM ? `The file has ${Math.round(props.file.size / 1e6)} MB; ${MOST_PROGRAM / 1e6} MB is the most.` : null,
)

async function keep(): Promise<void> {
  unread.value = null
  let gzip: string
  try {
    gzip = await pressed(props.file)
  } catch {
    unread.value = 'The file could not be read. Look whether the stick is still in, and choose it again.'
    return
  }
  const body = { name: props.file.name.slice(0, 120), gzip, note: note.value.trim() || null, basis: props.newest?.id ?? null }
  if (await send('addProgram', { params: { id: props.operation }, body })) emit('close')
}
</script>

<template>
  <FormDialog
    title="Keep an issue of the program"
    ok="Keep it"
    :blocked="busy || tooLong !== null"
    :trouble="tooLong ?? unread ?? trouble"
    :width="560"
    @go="keep"
    @close="emit('close')"
  >
    <p>
      <strong>{{ file.name }}</strong>, {{ Math.max(1, Math.round(file.size / 1000)) }} kB, becomes issue {{ (newest?.issue ?? 0) + 1 }}.
      <template v-if="newest">Issue {{ newest.issue }}, {{ newest.name }}, stays kept.</template>
    </p>
    <WordField v-model="note" label="What changed, or where it comes from" :maxlength="300" />
  </FormDialog>
</template>
