<script setup lang="ts">
import { useRegisterName } from './use-register-name.ts'
import type { Sender } from '../client/use-send.ts'
import type { MachineRecord } from '@rook/core'

import { computed } from 'vue'
import TellDialog from './TellDialog.vue'

const props = defineProps<{ machine: MachineRecord; register: string }>()
defineEmits<{ close: [] }>()
const nameOf = useRegisterName()
const name = computed(() => nameOf(props.register))
const mark = (send: Sender['send'], reason: string) =>
  send('disturb', { params: { id: props.machine.id }, body: { register: props.register, reason } })
</script>

<template>
  <TellDialog
    :name="`disturb:${machine.id}:${register}`"
    :title="`Disturbed: ${name} on ${machine.name}`"
    ok-text="Mark it disturbed"
    cancel-text="Leave it"
    question="What happened"
    :tell="mark"
    @close="$emit('close')"
  >
    <p>
      Pulled, knocked, its insert changed: the figure stays on record, but nothing can be worked out with it, and everything that rests on
      it becomes stale until it is measured again.
    </p>
  </TellDialog>
</template>
