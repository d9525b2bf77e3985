<script setup lang="ts">
import type { ControlState } from '@rook/contract'
import { assessEdits, holdsLength, parseRegisterKey, plainFigure, type Nm, type RegisterKey, type Scene } from '@rook/core'
import { Modal } from 'ant-design-vue'
import { computed } from 'vue'
import type { Release } from '../../routine/use-recording.ts'
import RecordSeveral from '../../routine/RecordSeveral.vue'
import { useSend } from '../../client/use-send.ts'
import { asRegister } from '../../parts/written.ts'

/** The control is right: what it holds becomes the ledger's figure, through the same checks as any other, with a reason. */
const props = defineProps<{ machine: string; scene: Scene; rows: ControlState['differ']; names: readonly string[] }>()
const emit = defineEmits<{ close: [] }>()
const sending = useSend()

const textOf = (register: RegisterKey, value: Nm): string =>
  holdsLength(parseRegisterKey(register)) ? plainFigure(value, props.scene.machine.unit) : asRegister(register, value, props.scene.machine)
const edits = computed(() => props.rows.map(({ register, held }) => ({ register, text: textOf(register, held as Nm) })))
const assessed = computed(() => assessEdits(edits.value, 'measured', props.scene, 'control'))
const hindrance = computed(() => Object.values(assessed.value.problems)[0] ?? null)

async function record({
  reason,
  answers,
  release,
}: {
  reason: string
  answers: Record<string, string>
  release: Release | null
}): Promise<void> {
  const entry = await sending.send('editTools', {
    params: { id: props.machine },
    body: {
      setup: props.scene.plan?.setup ?? null,
      edits: edits.value,
      worth: 'measured',
      from: 'control',
      reason,
      basis: Object.fromEntries(edits.value.map(({ register }) => [register, props.scene.standing[register]?.entry ?? null])),
      answers,
      release,
    },
  })
  if (entry) emit('close')
}
</script>

<template>
  <Modal open :title="`The control is right: ${names.join(', ')}`" :footer="null" :width="720" @cancel="emit('close')">
    <p v-for="row in rows" :key="row.register">
      {{ row.name }} becomes <strong class="figure">{{ asRegister(row.register, row.held as Nm, scene.machine) }}</strong>; the ledger has
      <span class="figure">{{ row.ledger === null ? 'nothing' : asRegister(row.register, row.ledger as Nm, scene.machine) }}</span>.
    </p>
    <RecordSeveral
      :machine="scene.machine"
      :findings="assessed.findings"
      :sent="sending.outcome.value"
      :hindrance="hindrance"
      reason-label="Who changed it at the control, and why; kept with the entry"
      label="Record it"
      @send="record"
    />
  </Modal>
</template>
