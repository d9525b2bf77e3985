<script setup lang="ts">
import { Modal } from 'ant-design-vue'
import { ref } from 'vue'
import { useSend, type Sender } from '../sending/use-send.ts'
import TextField from '../ui/TextField.vue'

/** Something that happened: what it means is said in the slot, what happened is told by the person, then it is sent. */
const props = defineProps<{
  title: string
  okText: string
  cancelText: string
  question: string
  /** Sends it by the way that everything is sent; what went wrong is said here. */
  tell: (send: Sender['send'], told: string) => Promise<unknown>
}>()
const emit = defineEmits<{ close: [] }>()
const told = ref('')
const { trouble, busy, send } = useSend()

async function go(): Promise<void> {
  await props.tell(send, told.value.trim())
  if (trouble.value === null) emit('close')
}
</script>

<template>
  <Modal
    open
    :title="title"
    :ok-text="okText"
    :cancel-text="cancelText"
    :ok-button-props="{ disabled: told.trim().length < 3 || busy }"
    @ok="go"
    @cancel="emit('close')"
  >
    <slot />
    <TextField v-model="told" :label="question" :rows="3" :maxlength="500" />
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
  </Modal>
</template>
