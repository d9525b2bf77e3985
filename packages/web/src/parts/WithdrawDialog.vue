<script setup lang="ts">
import type { Remark } from '@rook/contract'
import { ref } from 'vue'
import { useSend } from '../client/use-send.ts'
import FormDialog from '../ui/FormDialog.vue'
import TextField from '../ui/TextField.vue'
import { useKeptTyping } from '../client/kept-typing.ts'

/** Withdraws a note: it stays on record, struck through, with the reason. */
const props = defineProps<{ remark: Remark }>()
const emit = defineEmits<{ close: [] }>()
const reason = ref('')
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`withdraw:${props.remark.id}`, { reason }, { outcome })

async function withdraw(): Promise<void> {
  if (await send('withdrawRemark', { params: { id: props.remark.id }, body: { reason: reason.value } })) emit('close')
}
</script>

<template>
  <FormDialog
    title="Withdraw this note"
    ok="Withdraw it"
    :blocked="busy || reason.trim().length < 3"
    :trouble="trouble"
    @go="withdraw"
    @close="emit('close')"
  >
    <p>It stays on record, struck through.</p>
    <TextField v-model="reason" label="Reason" :rows="2" :maxlength="500" />
  </FormDialog>
</template>
