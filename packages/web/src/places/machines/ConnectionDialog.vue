<script setup lang="ts">
import type { MachineConnection } from '@rook/contract'
import { Checkbox } from 'ant-design-vue'
import { ref } from 'vue'
import { useSend } from '../../client/use-send.ts'
import FormDialog from '../../ui/FormDialog.vue'
import WordField from '../../ui/WordField.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** How a machine is reached. The server connects to these addresses and to no other. */
const props = defineProps<{ machine: string; name: string; now: MachineConnection }>()
const emit = defineEmits<{ close: [] }>()
const said = ref({
  agent: props.now.agent ?? '',
  device: props.now.device ?? '',
  line: props.now.line ?? '',
  readsTable: props.now.readsTable,
  sends: props.now.sends,
})
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`connection:${props.machine}`, { said }, { outcome })

async function keep(): Promise<void> {
  if (await send('changeConnection', { params: { id: props.machine }, body: { ...said.value } })) emit('close')
}
</script>

<template>
  <FormDialog :title="`How ${name} is reached`" ok="Keep it" :blocked="busy" :trouble="trouble" @go="keep" @close="emit('close')">
    <WordField v-model="said.agent" label="MTConnect agent, if it has one" placeholder="http://10.0.0.7:5000" :maxlength="200" />
    <WordField v-model="said.device" label="Device of the agent, where it has several" :maxlength="80" />
    <WordField v-model="said.line" label="Line channel: gauges, and the control’s table" placeholder="10.0.0.7:4001" :maxlength="200" />
    <p><Checkbox v-model:checked="said.readsTable">The control’s table is read over the line channel</Checkbox></p>
    <p>
      <Checkbox v-model:checked="said.sends" :disabled="!said.readsTable">Values may be sent to the control; each is read back</Checkbox>
    </p>
  </FormDialog>
</template>
