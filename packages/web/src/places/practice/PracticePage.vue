<script setup lang="ts">
import type { PracticePanel, PressBody } from '@rook/contract'
import { useDocumentVisibility, useIntervalFn } from '@vueuse/core'
import { Alert, Button } from 'ant-design-vue'
import { computed, ref, shallowRef } from 'vue'
import { call, Refused } from '../../client/call.ts'
import { useContextLine } from '../../client/context.ts'
import Opening from '../../parts/Opening.vue'
import GoTo from '../../ui/GoTo.vue'
import PickField from '../../ui/PickField.vue'
import DisplayTable from './DisplayTable.vue'
import JogKeys from './JogKeys.vue'
import MachineView from './MachineView.vue'
import TypeValue from './TypeValue.vue'

/** The panel of a practice machine: what a person at it sees and presses. What is true stays inside the machine. */
const props = defineProps<{ machine: string }>()
const panel = shallowRef<PracticePanel | null>(null)
const error = shallowRef<Error | null>(null)
const refused = ref<string | null>(null)
const busy = ref(false)
const feature = ref('')
useContextLine(() => [panel.value ? `${panel.value.name}, to practise on` : 'Practice'])

const LOOK = 250
const visibility = useDocumentVisibility()
async function look(): Promise<void> {
  if (visibility.value === 'hidden' || busy.value) return
  try {
    panel.value = await call('panel', { params: { id: props.machine } })
    error.value = null
  } catch (thrown) {
    error.value = thrown as Error
  }
}
useIntervalFn(() => void look(), LOOK, { immediateCallback: true })

async function press(body: PressBody): Promise<void> {
  busy.value = true
  refused.value = null
  try {
    panel.value = await call('pressPanel', { params: { id: props.machine }, body })
  } catch (thrown) {
    refused.value = thrown instanceof Refused ? thrown.problem.detail : (thrown as Error).message
  } finally {
    busy.value = false
  }
}

const stands = computed(() => {
  const { moving = false, touching = null } = panel.value ?? {}
  if (moving) return 'moves'
  return touching ? `${panel.value?.view.tool?.name ?? 'It'} touches ${touching}` : 'touches nothing'
})
const named = (list: readonly { id: string; name: string }[]) =>
  list.map(({ id, name }) => ({ value: id, label: id === name || !/^T\d+$/.test(id) ? name : `${id}, ${name}` }))
const tools = computed(() => named(panel.value?.tools ?? []))
const betweens = computed(() => [{ value: '', label: 'nothing' }, ...named(panel.value?.betweens ?? [])])
const STANDING: Readonly<Record<string, string>> = { bar: 'the bar', cutter: 'the cutter in the spindle' }
const features = computed(() => (panel.value?.features ?? []).map((name) => ({ value: name, label: STANDING[name] ?? name })))
const measured = computed(() => features.value.find(({ value }) => value === feature.value)?.value ?? features.value[0]?.value ?? '')
</script>

<template>
  <div class="page">
    <template v-if="panel">
      <h1>{{ panel.name }}, to practise on</h1>
      <p class="quiet told max-w-225 mx-0 mt-0 mb-3">
        Nothing turns and nothing breaks. The part lies where it lies: find it with what you would use at a machine, and take the figures
        over the wire or type what the machine display shows.
        <GoTo type="link" :to="{ name: 'machine', params: { machine } }">Its ledger</GoTo>
      </p>
      <Alert v-if="panel.alarm" type="error" show-icon :message="panel.alarm">
        <template #action><Button @click="press({ press: 'reset' })">Reset</Button></template>
      </Alert>
      <p v-if="refused" class="stop" role="alert">{{ refused }}</p>
      <p v-if="error" class="stop" role="alert">{{ error.message }}</p>
      <MachineView :panel="panel" />
      <div class="grid grid-cols-[minmax(0,5fr)_minmax(0,6fr)] gap-3.5 items-start max-narrow:grid-cols-1">
        <div class="grid gap-3.5">
          <section class="sheet px-4.5 py-3" aria-label="Displays">
            <DisplayTable :panel="panel" />
            <p class="state flex justify-between gap-3 mx-2 mt-2 mb-0">
              <span data-stands>{{ stands }}</span>
              <span class="quiet">{{ panel.homed ? 'homed' : 'not homed' }}, {{ panel.slot }}, {{ panel.made }} made</span>
            </p>
          </section>
          <section class="sheet px-4.5 py-3" aria-label="Parts">
            <h2 class="mx-0 mt-0 mb-2">Parts</h2>
            <div class="flex flex-wrap gap-x-3.5 gap-y-2.5 items-end mb-3">
              <Button size="large" :disabled="busy || panel.moving" @click="press({ press: 'run' })">Run the program once</Button>
              <PickField v-if="features.length > 0" v-model="feature" label="Measured is" :options="features" :placeholder="measured" />
              <Button
                v-for="gauge in features.length > 0 ? panel.gauges : []"
                :key="gauge.id"
                size="large"
                :disabled="busy"
                @click="press({ press: 'measure', gauge: gauge.id, feature: measured })"
                >{{ gauge.name }}</Button
              >
            </div>
            <p v-if="panel.said" class="figure" data-said>{{ panel.said }}</p>
          </section>
          <section class="sheet px-4.5 py-3" aria-label="Wire">
            <h2 class="mx-0 mt-0 mb-2">On the wire</h2>
            <PickField
              label="The machine"
              :model-value="panel.fault"
              :options="panel.faults.map(({ id, what }) => ({ value: id, label: what }))"
              @update:model-value="(fault) => press({ press: 'fault', fault })"
            />
            <TypeValue :panel="panel" :disabled="busy || panel.moving" @press="press" />
            <details>
              <summary>What its control holds</summary>
              <pre class="program max-h-65 overflow-auto mx-0 mt-2 mb-0">{{ panel.table || 'nothing' }}</pre>
            </details>
          </section>
        </div>
        <section class="sheet px-4.5 py-3" aria-label="Keys">
          <div class="flex flex-wrap gap-x-3.5 gap-y-2.5 items-end mb-3">
            <PickField
              label="In the spindle"
              :model-value="panel.tool ?? ''"
              :options="tools"
              placeholder="nothing"
              @update:model-value="(tool) => press({ press: 'tool', tool })"
            />
            <PickField
              label="Slot"
              :model-value="panel.slot"
              :options="panel.slots.map((slot) => ({ value: slot, label: slot }))"
              @update:model-value="(slot) => press({ press: 'slot', slot })"
            />
            <PickField
              label="Laid between"
              :model-value="panel.between ?? ''"
              :options="betweens"
              @update:model-value="(between) => press({ press: 'between', between })"
            />
            <Button size="large" :disabled="busy || panel.moving" @click="press({ press: 'home' })">Home</Button>
            <Button size="large" danger :disabled="!panel.moving" @click="press({ press: 'hold' })">Hold</Button>
          </div>
          <JogKeys :panel="panel" :disabled="busy || panel.moving || panel.alarm !== null" @press="press" />
        </section>
      </div>
    </template>
    <Opening v-else :error="error" />
  </div>
</template>
