<script setup lang="ts">
import type { RecordCompared } from '@rook/contract'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '../../client/session.ts'
import { dayTime } from '../../client/time.ts'
import { useSend } from '../../client/use-send.ts'
import ChooseFile from '../../ui/ChooseFile.vue'
import FormDialog from '../../ui/FormDialog.vue'
import Rows from '../../ui/Rows.vue'

/** A setup record from elsewhere: what it would add and where it differs, before anything is taken. */
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const session = useSession()
const { trouble, busy, send } = useSend()
const document = ref<Record<string, unknown> | null>(null)
const compared = ref<RecordCompared | null>(null)
const COLUMNS = [
  { key: 'what', title: 'What' },
  { key: 'here', title: 'Here' },
  { key: 'there', title: 'In the record' },
] as const

async function read(file: File): Promise<void> {
  compared.value = null
  document.value = parsed(await file.text())
  if (!document.value) {
    trouble.value = 'The file is no setup record: it is not a JSON document. Choose a file that was written as one.'
    return
  }
  compared.value = await send('readRecord', { body: { document: document.value } })
}

function parsed(text: string): Record<string, unknown> | null {
  try {
    const found: unknown = JSON.parse(text)
    return typeof found === 'object' && found !== null && !Array.isArray(found) ? (found as Record<string, unknown>) : null
  } catch {
    return null
  }
}

async function take(): Promise<void> {
  if (!document.value || !compared.value) return
  const as = compared.value.operation === null ? 'new' : 'edition'
  const taken = await send('takeRecord', { body: { document: document.value, as } })
  if (!taken) return
  emit('close')
  await router.push({ name: 'operation', params: { operation: taken.id } })
}
</script>

<template>
  <FormDialog
    title="A setup record from elsewhere"
    :ok="compared?.operation ? 'Take it as a new edition' : 'Add it'"
    :blocked="
      busy || !compared || (compared.operation !== null && compared.contradicts.length === 0) || session.mayNot('takeRecord') !== null
    "
    :trouble="trouble"
    :width="760"
    @go="take"
    @close="emit('close')"
  >
    <ChooseFile accept="application/json,.json" label="A setup record" @chosen="read">Choose the file</ChooseFile>
    <template v-if="compared">
      <p>
        <strong>{{ compared.from.part }}, {{ compared.from.operation }}</strong>
        <span class="quiet"
          >, from {{ compared.from.shop }}, {{ compared.from.machine }}, written {{ dayTime(compared.from.written, session.shop) }}</span
        >
      </p>
      <template v-if="compared.adds.length > 0">
        <h3 class="mx-0 mt-2.5 mb-0.5">It adds</h3>
        <ul class="m-0 pl-5">
          <li v-for="one in compared.adds" :key="one">{{ one }}</li>
        </ul>
      </template>
      <template v-if="compared.contradicts.length > 0">
        <h3 class="mx-0 mt-2.5 mb-0.5">It differs from what is here</h3>
        <Rows
          :columns="COLUMNS"
          :rows="compared.contradicts"
          :row-key="({ what }) => what"
          :row-is="({ what }) => ({ 'data-differs': what })"
        >
          <template #here="{ row }">{{ row.here ?? 'nothing' }}</template>
          <template #there="{ row }">{{ row.there ?? 'nothing' }}</template>
        </Rows>
      </template>
      <p v-if="compared.operation && compared.contradicts.length === 0" class="quiet">
        The operation is here already, as the record has it.
      </p>
      <template v-if="compared.leaves.length > 0">
        <h3 class="mx-0 mt-2.5 mb-0.5">It does not bring</h3>
        <ul class="m-0 pl-5">
          <li v-for="one in compared.leaves" :key="one" class="quiet">{{ one }}</li>
        </ul>
      </template>
    </template>
  </FormDialog>
</template>
