<script setup lang="ts">
import { ref } from 'vue'
import { useKeptTyping } from '../../client/kept-typing.ts'
import FormDialog from '../../ui/FormDialog.vue'
import TextField from '../../ui/TextField.vue'

/** Why a measurement of a run is left out. Whoever has the run sends it, and takes the dialog away. */
const props = defineProps<{ name: string; title: string; trouble: string | null }>()
const emit = defineEmits<{ skip: [reason: string]; close: [] }>()
const reason = ref('')
const typing = useKeptTyping(props.name, { reason })

function go(): void {
  const said = reason.value.trim()
  if (said.length < 3) return
  // Should it be refused, the dialog is still there, with the words in it.
  typing.over()
  emit('skip', said)
}
</script>

<template>
  <FormDialog
    :title="title"
    ok="Skip it"
    cancel="Do not skip"
    :blocked="reason.trim().length < 3"
    :trouble="trouble"
    :width="520"
    @go="go"
    @close="emit('close')"
  >
    <TextField v-model="reason" label="Why it is skipped; the next person reads this" :rows="3" :maxlength="500" />
  </FormDialog>
</template>
