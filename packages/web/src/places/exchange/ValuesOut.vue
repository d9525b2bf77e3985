<script setup lang="ts">
import { asRegister, type OutValue, type Scene } from '@rook/core'

import { Button, Checkbox, CheckboxGroup } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useSend } from '../../client/use-send.ts'
import { useTemplate } from '../../client/queries.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import { blankConversion, countsOtherwise, readConversion } from './conversion.ts'
import ConversionFields from './ConversionFields.vue'
import { saveFile } from '../../client/file.ts'
import OneOf from '../../ui/OneOf.vue'
import Rows from '../../ui/Rows.vue'

const props = defineProps<{ machine: string; scene: Scene }>()
const template = useTemplate(() => props.machine)
const planned = computed(() => props.scene.plan?.tools.map(({ number }) => number) ?? [])
const slots = ref<string[]>(props.scene.plan?.slots ?? props.scene.machine.slots.map(({ code }) => code).slice(0, 1))
const which = ref<'planned' | 'all'>(planned.value.length > 0 ? 'planned' : 'all')
const format = ref<'lines' | 'table' | 'assets'>('lines')
const estimates = ref(false)
const file = ref<{ name: string; text: string; values: OutValue[] } | null>(null)
const { trouble, busy, send } = useSend()

const tools = computed(() => (which.value === 'planned' ? planned.value : props.scene.tools.map(({ number }) => number)))
const converts = computed(() => format.value !== 'assets' && countsOtherwise(template.data.value, props.scene))
const conversion = ref(blankConversion(props.scene))

async function look(): Promise<void> {
  trouble.value = null
  const read = converts.value ? readConversion(conversion.value, template.data.value!, props.scene) : { conversion: null }
  if ('sentence' in read) {
    trouble.value = read.sentence
    return
  }
  file.value = await send('valuesOut', {
    params: { id: props.machine },
    body: {
      format: format.value,
      setup: props.scene.plan?.setup ?? null,
      slots: slots.value,
      tools: tools.value,
      conversion: read.conversion,
      estimates: estimates.value,
    },
  })
}
watch([slots, which, format, estimates], () => (file.value = null), { deep: true })
const left = computed(() => file.value?.values.filter(({ because }) => because !== null) ?? [])
const FORMATS = [
  { value: 'lines', label: 'Lines for the control' },
  { value: 'table', label: 'Separated values' },
  { value: 'assets', label: 'MTConnect document' },
] as const
const whichOptions = computed(() => [
  ...(planned.value.length > 0 ? [{ value: 'planned' as const, label: `the ${planned.value.length} that the program calls` }] : []),
  { value: 'all' as const, label: `all ${props.scene.tools.length} mounted` },
])
const COLUMNS = [
  { key: 'name', title: 'Register' },
  { key: 'value', title: 'Ledger', align: 'right' },
  { key: 'out', title: 'In the file', align: 'right' },
  { key: 'standing', title: 'Standing' },
] as const
</script>

<template>
  <div class="grid gap-2.5">
    <div class="flex flex-wrap gap-x-6.5 gap-y-2">
      <div class="choice flex flex-wrap gap-x-3 gap-y-2 items-center">
        <span class="quiet">Slots</span>
        <CheckboxGroup v-model:value="slots" aria-label="Slots" :options="scene.machine.slots.map(({ code }) => code)" />
      </div>
      <div class="choice flex flex-wrap gap-x-3 gap-y-2 items-center">
        <span class="quiet">Tools</span>
        <OneOf v-model="which" name="Tools" :options="whichOptions" />
        <Checkbox v-model:checked="estimates">estimates too</Checkbox>
      </div>
      <div class="choice flex flex-wrap gap-x-3 gap-y-2 items-center">
        <span class="quiet">As</span>
        <OneOf v-model="format" name="As" :options="FORMATS" />
      </div>
    </div>
    <ConversionFields v-if="converts" v-model="conversion" :scene="scene" :lengths="template.data.value!.lengths" />
    <p class="line m-0 flex flex-wrap gap-4 items-center">
      <Button type="primary" size="large" :disabled="busy || (slots.length === 0 && tools.length === 0)" @click="look">
        {{ busy ? 'Writing …' : 'Write the file' }}
      </Button>
      <span class="quiet">It is shown here first; nothing leaves before you save it.</span>
    </p>
    <p v-if="trouble" class="stop m-0" role="alert">{{ trouble }}</p>
    <template v-if="file">
      <p class="line m-0 flex flex-wrap gap-4 items-center">
        <strong>{{ file.name }}</strong>
        <Button type="primary" size="large" @click="saveFile(file.name, file.text)">Save it</Button>
        <span v-if="left.length > 0" class="query"><VerdictMark verdict="query" /> {{ left.length }} left out, with the reason</span>
      </p>
      <div class="grid grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] gap-3.5 items-start max-narrow:grid-cols-1">
        <pre class="sheet program m-0 px-4 py-3 leading-[1.5] overflow-auto max-h-117.5 whitespace-pre" data-file>{{ file.text }}</pre>
        <div v-if="file.values.length > 0" class="sheet overflow-auto max-h-117.5">
          <Rows
            :columns="COLUMNS"
            :rows="file.values"
            :row-key="({ register }) => register"
            :row-is="({ register }) => ({ 'data-out': register })"
            :page="100"
          >
            <template #name="{ row }"
              ><RouterLink :to="{ name: 'entry', params: { entry: row.entry } }">{{ row.name }}</RouterLink></template
            >
            <template #value="{ row }"
              ><span class="figure">{{ asRegister(row.register, row.value, scene.machine) }}</span></template
            >
            <template #out="{ row }"
              ><span class="figure [&.differs]:font-bold" :class="{ differs: row.out !== row.value }">{{
                row.out === null ? 'left out' : asRegister(row.register, row.out, scene.machine)
              }}</span></template
            >
            <template #standing="{ row }"
              ><span class="small" :class="row.because ? 'query' : 'quiet'">{{ row.because ?? row.word }}</span></template
            >
          </Rows>
        </div>
      </div>
    </template>
  </div>
</template>
