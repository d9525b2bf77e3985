<script setup lang="ts">
import type { Finding } from '@rook/core'
import { Modal } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { usePeople } from '../client/queries.ts'
import PinPad from '../parts/PinPad.vue'
import type { Release } from './use-recording.ts'
import TextField from '../ui/TextField.vue'
import PickField from '../ui/PickField.vue'

const open = defineModel<boolean>('open', { required: true })
defineProps<{ stops: Finding[]; busy: boolean; trouble: string | null }>()
const emit = defineEmits<{ release: [release: Release] }>()

const people = usePeople()
const leads = computed(() => people.data.value?.people.filter(({ role }) => role === 'lead') ?? [])
const lead = ref<string | null>(null)
const pin = ref('')
const reason = ref('')
const chosen = computed(() => lead.value ?? leads.value[0]?.id ?? null)
const complete = computed(() => reason.value.trim().length >= 3)

function send(): void {
  if (!chosen.value || !complete.value) return
  emit('release', { person: chosen.value, pin: pin.value, reason: reason.value.trim() })
  pin.value = ''
}
</script>

<template>
  <Modal v-model:open="open" title="Release by a lead" :footer="null" :width="640" destroy-on-close>
    <p v-for="stop in stops" :key="stop.sentence" class="stop">{{ stop.sentence }}</p>
    <div class="grid grid-cols-[1fr_280px] gap-6 mt-3.5 max-[640px]:grid-cols-[1fr]">
      <div class="why grid gap-3 content-start">
        <PickField
          :model-value="chosen"
          label="Lead"
          :options="leads.map(({ id, name }) => ({ value: id as string | null, label: name }))"
          @update:model-value="(id) => (lead = id)"
        />
        <TextField v-model="reason" label="Why it may pass" :rows="4" :maxlength="500" />
        <p v-if="!complete" class="quiet small">Write the reason first; it is kept with the entry.</p>
        <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
      </div>
      <PinPad v-model="pin" :disabled="!complete || busy" label="Release" @enter="send" />
    </div>
  </Modal>
</template>
