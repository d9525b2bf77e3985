<script setup lang="ts">
import { parseRegisterKey, registerName, type MachineRecord } from '@rook/core'
import { api } from '@rook/contract'
import { useQueryClient } from '@tanstack/vue-query'
import { Modal } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { troubleOf } from '../app/after.ts'
import { call } from '../app/call.ts'

const props = defineProps<{ machine: MachineRecord; register: string }>()
const emit = defineEmits<{ close: [] }>()
const queries = useQueryClient()
const reason = ref('')
const trouble = ref<string | null>(null)
const name = computed(() => registerName(parseRegisterKey(props.register)))

async function mark(): Promise<void> {
  trouble.value = null
  try {
    await call(api.disturb, {
      params: { id: props.machine.id },
      body: { id: crypto.randomUUID(), register: props.register, reason: reason.value.trim() },
    })
    await queries.invalidateQueries()
    emit('close')
  } catch (error) {
    trouble.value = troubleOf(error)
  }
}
</script>

<template>
  <Modal
    open
    :title="`Disturbed: ${name} on ${machine.name}`"
    ok-text="Mark it disturbed"
    cancel-text="Leave it"
    :ok-button-props="{ disabled: reason.trim().length < 3 }"
    @ok="mark"
    @cancel="emit('close')"
  >
    <p>
      Pulled, knocked, its insert changed: the figure stays on record, but nothing can be worked out with it, and everything that rests on
      it becomes stale until it is measured again.
    </p>
    <label>
      <span class="quiet">What happened</span>
      <textarea class="text-field" v-model="reason" rows="3" maxlength="500" />
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
