<script setup lang="ts">
import { leftOpen } from '@rook/core'
import type { Setup } from '@rook/contract'
import { computed, ref } from 'vue'
import * as z from 'zod/mini'
import { useSend } from '../../client/use-send.ts'
import { useChecked } from '../../ui/checked.ts'
import TextField from '../../ui/TextField.vue'
import FormDialog from '../../ui/FormDialog.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

const props = defineProps<{ setup: string; data: Setup }>()
const emit = defineEmits<{ close: [] }>()
const observed = ref('')
const { problems, take } = useChecked(
  z.object({ observed: z.string().check(z.trim(), z.minLength(3, 'What was seen: say it in a few words.')) }),
  () => ({ observed: observed.value }),
)
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`prove:${props.setup}`, { observed }, { outcome })
const open = computed(() => leftOpen(props.data))

async function go(): Promise<void> {
  const body = take()
  if (body && (await send('prove', { params: { id: props.setup }, body }))) emit('close')
}
</script>

<template>
  <FormDialog
    title="The first run"
    ok="It was good"
    :blocked="busy || open.length > 0"
    :trouble="trouble"
    :width="560"
    @go="go"
    @close="emit('close')"
  >
    <p class="quiet">
      Feed and rapid at their least, single block, a hand on feed hold; zero seen by a move in X and Y first, then in Z. It proves the setup
      until a zero or a tool of it is written anew.
    </p>
    <p v-if="open.length > 0" class="query">To be done or skipped before: {{ open.join('; ') }}.</p>
    <TextField v-model="observed" label="What was seen" :maxlength="500" :problem="problems.observed" />
  </FormDialog>
</template>
