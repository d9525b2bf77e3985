<script setup lang="ts">
import { leftOpen } from '@rook/core'
import type { Setup } from '@rook/contract'
import { computed, ref } from 'vue'
import { useSend } from '../../client/use-send.ts'
import TextField from '../../ui/TextField.vue'
import FormDialog from '../../ui/FormDialog.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

const props = defineProps<{ setup: string; data: Setup }>()
const emit = defineEmits<{ close: [] }>()
const reason = ref('')
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`end:${props.setup}`, { reason }, { outcome })
const open = computed(() => leftOpen(props.data))
const ready = computed(() => open.value.length === 0 || reason.value.trim().length >= 3)

async function go(): Promise<void> {
  if (!ready.value) return
  if (await send('endSetup', { params: { id: props.setup }, body: { reason: reason.value.trim() || null } })) emit('close')
}
</script>

<template>
  <FormDialog title="End the setup" ok="End it" :blocked="busy || !ready" :trouble="trouble" :width="560" @go="go" @close="emit('close')">
    <p class="quiet">Its zeros and tools stay as they stand; nothing more is recorded in it.</p>
    <p v-if="open.length > 0" class="query">Still open: {{ open.join('; ') }}.</p>
    <TextField v-model="reason" :label="open.length > 0 ? 'Why it is ended all the same' : 'Remark'" :maxlength="500" />
  </FormDialog>
</template>
