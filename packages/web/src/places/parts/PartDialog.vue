<script setup lang="ts">
import type { Part } from '@rook/contract'
import { computed, reactive } from 'vue'
import { useSend } from '../../client/use-send.ts'
import { useChecked } from '../../ui/checked.ts'
import WordField from '../../ui/WordField.vue'
import { PART_FORM, partFormOf } from './plan-forms.ts'
import FormDialog from '../../ui/FormDialog.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** A new part, or what a planner changes of one: another letter or number makes it a new revision. */
const props = defineProps<{ part: Part | null }>()
const emit = defineEmits<{ close: []; kept: [id: string] }>()
const form = reactive(partFormOf(props.part))
const { problems, take } = useChecked(PART_FORM, () => ({ ...form }))
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`part:${props.part?.id ?? 'new'}`, { form }, { outcome })
const isNewRevision = computed(() => props.part !== null && form.revision.trim() !== props.part.revision)

async function keep(): Promise<void> {
  const body = take()
  if (!body) return
  const kept = props.part ? await send('changePart', { params: { id: props.part.id }, body }) : await send('addPart', { body })
  if (!kept) return
  emit('kept', kept.id)
  emit('close')
}
</script>

<template>
  <FormDialog
    :title="part ? `Change ${part.name}` : 'A new part'"
    :ok="part ? 'Keep' : 'Add'"
    :blocked="busy"
    :trouble="trouble"
    @go="keep"
    @close="emit('close')"
  >
    <div class="fields">
      <WordField v-model="form.number" label="Number" :maxlength="40" :problem="problems.number" />
      <WordField v-model="form.name" label="Name" :maxlength="80" :problem="problems.name" />
      <WordField v-model="form.material" label="Material" :maxlength="80" />
      <WordField v-model="form.revision" label="Revision" :maxlength="10" :problem="problems.revision" />
    </div>
    <WordField v-model="form.change" class="mt-2.5" label="What this revision changed" :maxlength="300" />
    <p v-if="isNewRevision" class="quiet small">
      A new revision. Operations stay planned for the one that they name until a planner brings them up to it.
    </p>
  </FormDialog>
</template>
