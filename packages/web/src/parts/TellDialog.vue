<script setup lang="ts">
import { Modal } from 'ant-design-vue'
import { ref } from 'vue'
import { useAttempt } from '../app/attempt.ts'
import { newId } from '../app/new-id.ts'

/** Something that happened: what it means is said in the slot, what happened is told by the person, then it is sent. */
const props = defineProps<{
  title: string
  okText: string
  cancelText: string
  question: string
  /** Sends it, under the same id however often it has to be sent. */
  send: (told: string, id: string) => Promise<unknown>
}>()
const emit = defineEmits<{ close: [] }>()
const told = ref('')
const { trouble, busy, attempt } = useAttempt()
const id = newId()

async function tell(): Promise<void> {
  trouble.value = null
  if (
    await attempt(async () => {
      await props.send(told.value.trim(), id)
    })
  ) {
    emit('close')
  }
}
</script>

<template>
  <Modal
    open
    :title="title"
    :ok-text="okText"
    :cancel-text="cancelText"
    :ok-button-props="{ disabled: told.trim().length < 3 || busy }"
    @ok="tell"
    @cancel="emit('close')"
  >
    <slot />
    <label>
      <span class="quiet">{{ question }}</span>
      <textarea v-model="told" class="text-field" rows="3" maxlength="500" />
    </label>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
  </Modal>
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
}
</style>
