<script setup lang="ts">
import { leftOpen } from '@rook/core'
import type { Setup } from '@rook/contract'
import { Form, Modal } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useSend } from '../../sending/use-send.ts'
import TextField from '../../ui/TextField.vue'

const props = defineProps<{ setup: string; data: Setup }>()
const emit = defineEmits<{ close: [] }>()
const reason = ref('')
const { trouble, busy, send } = useSend()
const open = computed(() => leftOpen(props.data))
const ready = computed(() => open.value.length === 0 || reason.value.trim().length >= 3)

async function go(): Promise<void> {
  if (!ready.value) return
  if (await send('endSetup', { params: { id: props.setup }, body: { reason: reason.value.trim() || null } })) emit('close')
}
</script>

<template>
  <Modal
    open
    title="End the setup"
    ok-text="End it"
    cancel-text="Leave it"
    :ok-button-props="{ disabled: busy || !ready }"
    :width="560"
    @ok="go"
    @cancel="emit('close')"
  >
    <Form @submit.prevent="go">
      <p class="quiet">Its zeros and tools stay as they stand; nothing more is recorded in it.</p>
      <p v-if="open.length > 0" class="query">Still open: {{ open.join('; ') }}.</p>
      <TextField v-model="reason" :label="open.length > 0 ? 'Why it is ended all the same' : 'Remark'" :maxlength="500" />
      <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    </Form>
  </Modal>
</template>
