<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { asRegister, type MachineRecord } from '@rook/core'
import { useSession } from '../client/session.ts'
import { when } from '../client/time.ts'
import type { Outcome } from '../client/use-send.ts'

defineProps<{
  outcome: Outcome
  ready: boolean
  /** Why this person may not record it; null when they may. */
  mayNot: string | null
  needsRelease: boolean
  target: string | null
  machine: MachineRecord
}>()
defineEmits<{ record: []; clear: [] }>()
const session = useSession()
</script>

<template>
  <div class="bar flex flex-col justify-end gap-1.5">
    <div class="grid justify-items-center" aria-live="assertive">
      <p v-if="mayNot" class="query mx-0 mt-0 mb-1">{{ mayNot }}</p>
      <p v-else-if="outcome.kind === 'unsure'" class="query mx-0 mt-0 mb-1">
        No answer came. Asking whether the entry is there; your figures are kept.
      </p>
      <p v-else-if="outcome.kind === 'not-recorded'" class="query mx-0 mt-0 mb-1" data-outcome="not-recorded">
        Nothing was recorded: the server was gone before it got through. Press Record again.
      </p>
      <template v-else-if="outcome.kind === 'refused'">
        <p class="stop mx-0 mt-0 mb-1" role="alert">{{ outcome.sentence }}</p>
        <p v-for="one in outcome.between" :key="one.entry" class="small mx-0 mt-0 mb-1">
          {{ one.by }}, {{ when(one.at, session.shop) }}: {{ one.name }}
          <strong class="figure">{{ one.after === null ? 'taken back' : asRegister(one.register, one.after, machine) }}</strong> ({{
            one.title
          }})
        </p>
      </template>
      <Button type="link" v-else @click="$emit('clear')">clear the readings</Button>
    </div>
    <Button
      type="primary"
      class="record h-auto min-h-16 grid content-center gap-0.25 text-15 whitespace-normal"
      :danger="needsRelease"
      :disabled="!ready || mayNot !== null || outcome.kind === 'sending' || outcome.kind === 'unsure'"
      @click="$emit('record')"
    >
      <strong class="text-19">{{ outcome.kind === 'sending' ? 'Recording …' : needsRelease ? 'Release and record' : 'Record' }}</strong>
      <span v-if="target">{{ target }}</span>
    </Button>
  </div>
</template>
