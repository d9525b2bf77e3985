<script setup lang="ts">
import { ref } from 'vue'
import { useKeptTyping } from '../client/kept-typing.ts'
import { useSend, type Sender } from '../client/use-send.ts'
import FormDialog from '../ui/FormDialog.vue'
import TextField from '../ui/TextField.vue'

/** Something that happened: what it means is said in the slot, what happened is told by the person, then it is sent. */
const props = defineProps<{
  /** Tells what is told here from what is told elsewhere, while it is kept. */
  name: string
  title: string
  okText: string
  cancelText: string
  question: string
  /** Sends it by the way that everything is sent; what went wrong is said here. */
  tell: (send: Sender['send'], told: string) => Promise<unknown>
}>()
const emit = defineEmits<{ close: [] }>()
const told = ref('')
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`tell:${props.name}`, { told }, { outcome })

async function go(): Promise<void> {
  if (told.value.trim().length < 3) return
  await props.tell(send, told.value.trim())
  if (trouble.value === null) emit('close')
}
</script>

<template>
  <FormDialog
    :title="title"
    :ok="okText"
    :cancel="cancelText"
    :blocked="told.trim().length < 3 || busy"
    :trouble="trouble"
    :width="520"
    @go="go"
    @close="emit('close')"
  >
    <slot />
    <TextField v-model="told" :label="question" :rows="3" :maxlength="500" />
  </FormDialog>
</template>
