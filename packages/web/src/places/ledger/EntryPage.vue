<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import { doubtOf, foundIn } from '@rook/core'
import { CORRECTABLE } from '@rook/contract/entry-kind'
import { LEAST_ROLE } from '@rook/contract/roles'
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Sender } from '../../client/use-send.ts'
import { useContextLine } from '../../client/context.ts'
import { useEntry, useGauges, useMachines } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { dayTime } from '../../client/time.ts'
import CutMeanwhile from './CutMeanwhile.vue'
import EntrySheet from './EntrySheet.vue'
import Opening from '../../parts/Opening.vue'
import Remarks from '../../parts/Remarks.vue'
import TellDialog from '../../parts/TellDialog.vue'
import GoTo from '../../ui/GoTo.vue'

const props = defineProps<{ entry: string }>()
const query = useEntry(() => props.entry)
const machines = useMachines()
const session = useSession()
const content = computed(() => query.data.value?.content ?? null)
const machine = computed(() => machines.data.value?.find(({ id }) => id === content.value?.machine) ?? null)
useContextLine(() => machine.value && [machine.value.name, 'Ledger'])

const gauges = useGauges()
/** Gauges of its evidence that turned out not to be good at the time. */
const doubts = computed(() =>
  (content.value?.gauges ?? []).flatMap(({ id }) => {
    const now = gauges.data.value?.find((gauge) => gauge.id === id)
    return (now && doubtOf(now, foundIn(content.value!))) ?? []
  }),
)
const correctable = computed(() => content.value && CORRECTABLE.includes(content.value.kind) && !query.data.value!.correctedBy)
const correcting = ref(false)
const takeBack = (send: Sender['send'], reason: string) => send('correct', { params: { id: props.entry }, body: { reason } })
</script>

<template>
  <div class="page">
    <template v-if="content && machine">
      <h1 class="[&.taken]:line-through [&.taken]:text-quiet mb-1" :class="{ taken: query.data.value!.correctedBy }">
        {{ content.title }}
      </h1>
      <p class="quiet mx-0 mt-0 mb-2.5">
        Entry {{ content.seq }} on {{ machine.name }}, {{ dayTime(content.at, session.shop) }}, {{ content.person.name }},
        {{ content.person.role }}<template v-if="content.shift">, {{ content.shift }} shift</template>
      </p>
      <p v-if="query.data.value!.correctedBy" class="query mx-0 mt-0 mb-2.5">
        Taken back: it no longer counts.
        <RouterLink :to="{ name: 'entry', params: { entry: query.data.value!.correctedBy! } }">See the correction</RouterLink>
      </p>
      <p v-for="sentence in doubts" :key="sentence" class="stop mx-0 mt-0 mb-2.5" data-doubt>
        <VerdictMark class="align-[-3px]" verdict="stop" /> {{ sentence }}: what is said of it below is what was known then.
      </p>
      <p v-if="content.reason" class="mx-0 mt-0 mb-2.5">Reason: {{ content.reason }}</p>
      <p v-if="content.refers" class="mx-0 mt-0 mb-2.5">
        <RouterLink :to="{ name: 'entry', params: { entry: content.refers } }">The entry this is about</RouterLink>
      </p>
      <CutMeanwhile
        v-if="content.writes.length > 0"
        class="mx-0 mt-0 mb-2.5"
        :entry="entry"
        :taken-back="Boolean(query.data.value!.correctedBy)"
      />
      <EntrySheet :entry="query.data.value!" :machine="machine" />
      <p class="ways mx-0 mt-2.5 mb-2.5 flex flex-wrap gap-x-5">
        <GoTo
          type="link"
          v-for="write in content.writes"
          :key="write.register"
          :to="{ name: 'ledger', query: { machine: content.machine, register: write.register } }"
        >
          Everything written to {{ write.name }}
        </GoTo>
        <MayNot v-if="correctable" :to="{ least: LEAST_ROLE[content.kind] }"
          ><Button type="link" @click="correcting = true">Take this entry back</Button></MayNot
        >
      </p>
      <Remarks about="entry" :of="entry" />
      <p class="quiet small mx-0 mt-0 mb-2.5 wrap-anywhere">
        {{ query.data.value!.hash }}, follows {{ query.data.value!.previousHash.slice(0, 12) }}…
      </p>
      <TellDialog
        v-if="correcting"
        :name="`correct:${entry}`"
        title="Take this entry back"
        ok-text="Take it back"
        cancel-text="Leave it"
        question="Reason"
        :tell="takeBack"
        @close="correcting = false"
      >
        <p class="mx-0 mt-0 mb-2.5">
          It stays in the ledger; a new entry says that it no longer counts, and what stood before stands again as it was found.
        </p>
      </TellDialog>
    </template>
    <Opening v-else class="mx-0 mt-0 mb-2.5" :error="query.error.value" />
  </div>
</template>

<style scoped>
.ways a {
  display: inline-flex;
  align-items: center;
}
</style>
