<script setup lang="ts">
import type { Finding } from '@rook/core'
import { Modal } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { usePeople } from '../app/queries.ts'
import PinPad from '../places/sign-in/PinPad.vue'
import type { Release } from './use-recording.ts'

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
    <div class="halves">
      <div>
        <label>
          <span class="quiet">Lead</span>
          <select class="text-field" :value="chosen" @change="lead = ($event.target as HTMLSelectElement).value">
            <option v-for="person in leads" :key="person.id" :value="person.id">{{ person.name }}</option>
          </select>
        </label>
        <label>
          <span class="quiet">Why it may pass</span>
          <textarea class="text-field" v-model="reason" rows="4" maxlength="500" />
        </label>
        <p v-if="!complete" class="quiet small">Write the reason first; it is kept with the entry.</p>
        <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
      </div>
      <PinPad v-model="pin" :disabled="!complete || busy" label="Release" @enter="send" />
    </div>
  </Modal>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: 1fr 280px;
  gap: 24px;
  margin-top: 14px;
}
label {
  display: grid;
  gap: 4px;
  margin-bottom: 12px;
}
@media (max-width: 640px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>
