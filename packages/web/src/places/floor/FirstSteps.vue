<script setup lang="ts">
import { Steps, Step } from 'ant-design-vue'
import { computed } from 'vue'
import { useAssemblies, useGauges, useJobs, useMachines, useParts } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import GoTo from '../../ui/GoTo.vue'

/** The short way of a new shop: what it needs before its first zero can be recorded in a setup, in the order in which it is needed. */
const session = useSession()
const machines = useMachines()
const gauges = useGauges()
const tools = useAssemblies({ limit: 1 })
const parts = useParts()
const jobs = useJobs()

const first = computed(() => parts.data.value?.[0] ?? null)
const has = ({ data }: { data: { value: readonly unknown[] | undefined } }) => (data.value ?? []).length > 0
const steps = computed(
  () =>
    [
      {
        title: 'A machine',
        text: 'Its travel, its slots, and how its control counts. Each is explained where it is asked.',
        done: has(machines),
        to: { name: 'new-machine' },
        ways: 'Add a machine',
        call: 'addMachine',
      },
      {
        title: 'What is measured with',
        text: 'An edge finder or a probe, shims, a setter: each with its size, as its certificate says it.',
        done: has(gauges),
        to: { name: 'gauges' },
        ways: 'Add gauges',
        call: 'addGauge',
      },
      {
        title: 'Tools',
        text: 'Cutter and holder together are one tool. It is put into a pocket on the machine’s own page of tools.',
        done: (tools.data.value?.all ?? 0) > 0,
        to: { name: 'new-tool' },
        ways: 'Add a tool',
        call: 'addAssembly',
      },
      {
        title: 'A part and its operation',
        text: 'Where zero lies, which slots and tools it uses. The order of work follows from that.',
        done: first.value !== null && first.value.operations > 0,
        to: first.value ? { name: 'part', params: { part: first.value.id } } : { name: 'parts' },
        ways: first.value ? `Plan ${first.value.name}` : 'Add a part',
        call: 'addPart',
      },
      {
        title: 'A job',
        text: 'How many are wanted, and by when.',
        done: has(jobs),
        to: { name: 'parts' },
        ways: 'Add a job',
        call: 'addJob',
      },
      {
        title: 'The first setup',
        text: 'Begun on the page of the operation. From there on the order of work leads from step to step.',
        done: false,
        to: first.value ? { name: 'part', params: { part: first.value.id } } : { name: 'parts' },
        ways: 'Set it up',
        call: 'beginSetup',
      },
    ] as const,
)
/** A shop between two jobs has all of it; nothing flashes up before that is known. */
const isKnown = computed(() => [machines, gauges, tools, parts, jobs].every(({ data }) => data.value !== undefined))
const next = computed(() => steps.value.findIndex(({ done }) => !done))
</script>

<template>
  <section v-if="isKnown && next < steps.length - 1" class="sheet px-5 py-2.5 max-w-180" aria-label="First steps">
    <h2>First steps</h2>
    <Steps direction="vertical" :current="next" size="small">
      <Step v-for="(one, at) in steps" :key="one.title" :title="one.title" :status="one.done ? 'finish' : at === next ? 'process' : 'wait'">
        <template #description>
          {{ one.text }}
          <p v-if="at === next" class="way mx-0 my-2">
            <GoTo v-if="!session.mayNot(one.call)" type="primary" size="large" :to="one.to">{{ one.ways }}</GoTo>
            <span v-else>{{ session.mayNot(one.call) }}</span>
          </p>
        </template>
      </Step>
    </Steps>
  </section>
</template>

<style scoped>
section :deep(.ant-steps-item-description) {
  color: var(--quiet) !important;
}
</style>
