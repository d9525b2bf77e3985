<script setup lang="ts">
import { formatExact, readoutText, type MachineRecord } from '@rook/core'
import { useRegisterName } from '../../parts/use-register-name.ts'
import type { Entry } from '@rook/contract'
import { computed } from 'vue'
import { useSession } from '../../client/session.ts'
import { dayTime } from '../../client/time.ts'
import DrawingPane from '../../parts/DrawingPane.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import WorkingRecord from '../../parts/WorkingRecord.vue'
import Rows from '../../ui/Rows.vue'
import { asRegister } from '../../parts/written.ts'

const props = defineProps<{ entry: Entry; machine: MachineRecord }>()
const session = useSession()
const nameOf = useRegisterName()
const COLUMNS = [
  { key: 'name', title: 'Register' },
  { key: 'before', title: 'Was', align: 'right' },
  { key: 'after', title: 'Became', align: 'right' },
] as const
const content = computed(() => props.entry.content)
/** Lines of a checklist; in other entries what was agreed is part of the working. */
const looked = computed(() => (content.value.working === null ? content.value.agreed : []))
const open = computed(() => content.value.findings.filter(({ finding }) => finding.verdict !== 'clear'))
const clear = computed(() => content.value.findings.filter(({ finding }) => finding.verdict === 'clear'))
const clearNames = computed(() => {
  const names = [...new Set(clear.value.map(({ finding }) => finding.name))].join(', ')
  return names && names[0]!.toUpperCase() + names.slice(1)
})
/** Each value it was worked out with, once. */
const rests = computed(() => [
  ...new Map(content.value.writes.flatMap((write) => write.rests ?? []).map((rest) => [rest.register, rest])).values(),
])
</script>

<template>
  <div class="grid gap-3">
    <div v-if="content.working" class="grid grid-cols-[minmax(0,370fr)_minmax(0,516fr)] gap-3.5 min-h-75 max-narrow:grid-cols-1">
      <DrawingPane v-if="content.drawing" :drawing="content.drawing" :unit="content.working?.unit ?? machine.unit" />
      <WorkingRecord
        :working="content.working"
        :machine="machine"
        :writes="content.writes"
        :inputs="content.inputs"
        :taken="content.taken ?? []"
      />
    </div>
    <Rows
      v-else-if="content.writes.length > 0"
      class="max-w-160"
      :columns="COLUMNS"
      :rows="content.writes"
      :row-key="({ register }) => register"
    >
      <template #name="{ row }"
        ><strong>{{ row.name }}</strong></template
      >
      <template #before="{ row }"
        ><span class="quiet figure">{{ row.before === null ? 'unset' : asRegister(row.register, row.before, machine) }}</span></template
      >
      <template #after="{ row }"
        ><span class="figure">{{ row.after === null ? 'unset' : asRegister(row.register, row.after, machine) }}</span
        ><span v-if="row.state === 'disturbed'" class="stop"> disturbed</span></template
      >
    </Rows>
    <ul v-if="looked.length > 0" class="sheet list-none m-0 px-4 py-1">
      <li v-for="line in looked" :key="line" class="flex gap-3 items-baseline px-0 py-1.75">
        <VerdictMark class="self-start mt-0.75" verdict="clear" /> {{ line }}
      </li>
    </ul>
    <ul v-if="content.carried" class="sheet list-none m-0 px-4 py-1">
      <li
        v-for="figure in content.carried.flatMap((one) => one.figures)"
        :key="figure.register"
        class="flex gap-3 items-baseline px-0 py-1.75"
      >
        <RouterLink :to="{ name: 'entry', params: { entry: figure.origin } }">{{ figure.name }}</RouterLink>
        <strong class="figure">{{ asRegister(figure.register, figure.value, machine) }}</strong>
        <span class="quiet">measured {{ dayTime(figure.at, session.shop) }} by {{ figure.by }}</span>
      </li>
    </ul>
    <ul v-if="content.findings.length > 0" class="sheet list-none m-0 px-4 py-1">
      <li v-for="({ finding, reason }, at) in open" :key="at" class="flex gap-3 items-baseline px-0 py-1.75">
        <VerdictMark class="self-start mt-0.75" :verdict="finding.verdict" />
        <span
          >{{ finding.sentence }} <em v-if="reason">Reason: {{ reason }}</em></span
        >
      </li>
      <li v-if="clear.length > 0" class="flex gap-3 items-baseline px-0 py-1.75">
        <VerdictMark class="self-start mt-0.75" verdict="clear" />
        <details>
          <summary class="cursor-pointer">{{ clearNames }}: {{ clear.length }} clear</summary>
          <p v-for="({ finding }, at) in clear" :key="at" class="quiet m-0 px-0 py-1">{{ finding.sentence }}</p>
        </details>
      </li>
      <li v-if="content.release" class="flex gap-3 items-baseline px-0 py-1.75">
        <VerdictMark class="self-start mt-0.75" verdict="stop" />
        <span
          >Released by {{ content.release.person.name }}: <em>{{ content.release.reason }}</em></span
        >
      </li>
    </ul>
    <ul v-if="content.readouts.length > 0 && content.kind !== 'seen'" class="sheet list-none m-0 px-4 py-1">
      <li v-for="readout in content.readouts" :key="readout.key" class="flex gap-3 items-baseline px-0 py-1.75">
        <VerdictMark class="self-start mt-0.75" :verdict="entry.seen.includes(readout.key) ? 'clear' : 'to-see'" />
        <span
          >{{ readout.sentence }} <strong class="figure">{{ readoutText(readout, machine) }}</strong>
          <span class="quiet">&ensp;{{ entry.seen.includes(readout.key) ? 'seen' : 'not seen yet' }}</span></span
        >
      </li>
    </ul>
    <p v-if="rests.length > 0" class="quiet small m-0">
      Worked out with
      <template v-for="(rest, at) in rests" :key="rest.register"
        ><template v-if="at > 0">, </template
        ><RouterLink :to="{ name: 'entry', params: { entry: rest.origin } }"
          >{{ nameOf(rest.register) }} {{ asRegister(rest.register, rest.value, machine) }}</RouterLink
        ></template
      >.
    </p>
    <p v-if="content.gauges.length > 0" class="quiet small m-0">
      Rests on
      <template v-for="(gauge, at) in content.gauges" :key="gauge.id"
        ><template v-if="at > 0">, </template>{{ gauge.name }} ({{ formatExact(gauge.size, machine.unit) }},
        {{ gauge.calibrated ? `calibrated ${dayTime(gauge.calibrated, session.shop)}` : 'never calibrated' }})</template
      >.
    </p>
  </div>
</template>
