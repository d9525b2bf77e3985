<script setup lang="ts">
import { minus, parseRegisterKey, registerName, type Scene } from '@rook/core'
import type { HeldAnswer } from '@rook/contract'
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useSend } from '../../client/use-send.ts'
import ChooseFile from '../../ui/ChooseFile.vue'
import { useTemplate } from '../../client/queries.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import { blankConversion, countsOtherwise, readConversion } from './conversion.ts'
import ControlHolds from './ControlHolds.vue'
import ConversionFields from './ConversionFields.vue'
import Rows from '../../ui/Rows.vue'
import TextField from '../../ui/TextField.vue'
import { asRegister } from '../../parts/written.ts'

const props = defineProps<{ machine: string; scene: Scene }>()
const template = useTemplate(() => props.machine)
const converts = computed(() => countsOtherwise(template.data.value, props.scene))
const conversion = ref(blankConversion(props.scene))
const text = ref('')
const answer = ref<HeldAnswer | null>(null)
const { trouble, send } = useSend()

async function compare(): Promise<void> {
  trouble.value = null
  const read = converts.value ? readConversion(conversion.value, template.data.value!, props.scene) : { conversion: null }
  if ('sentence' in read) {
    trouble.value = read.sentence
    return
  }
  const body = { text: text.value, conversion: read.conversion }
  answer.value = (await send('held', { params: { id: props.machine }, body })) ?? answer.value
}

async function choose(file: File): Promise<void> {
  text.value = await file.text()
}
const COLUMNS = [
  { key: 'name', title: 'Register' },
  { key: 'line', title: 'Line' },
  { key: 'held', title: 'Control holds', align: 'right' },
  { key: 'ledger', title: 'Ledger says', align: 'right' },
  { key: 'off', title: 'Off by', align: 'right' },
] as const
const differ = computed(() => answer.value?.values.filter(({ same }) => !same) ?? [])
const missing = computed(() =>
  (answer.value?.missing ?? [])
    .map((key) => registerName(parseRegisterKey(key)))
    .sort((a, b) => a.localeCompare(b, 'en', { numeric: true })),
)
const agree = computed(() => (answer.value?.values.length ?? 0) - differ.value.length)
</script>

<template>
  <div class="held grid gap-2.5 max-w-225">
    <ControlHolds :machine="machine" :scene="scene" />
    <p class="quiet m-0">
      Put here what {{ scene.machine.name }} puts out of its offsets, as data-setting lines. Nothing is written; it is held against the
      ledger register by register.
    </p>
    <TextField v-model="text" label="Lines from the control" figure :rows="7" placeholder="G10 L10 P4 R103.4755" :maxlength="50000" />
    <ConversionFields v-if="converts" v-model="conversion" :scene="scene" :lengths="template.data.value!.lengths" />
    <p class="line m-0 flex gap-3.5 items-center">
      <ChooseFile label="File from the control" accept=".nc,.txt,.tap,.eia,text/plain" @chosen="choose" />
      <Button type="primary" size="large" :disabled="text.trim() === ''" @click="compare">Compare</Button>
    </p>
    <p v-if="trouble" class="stop m-0" role="alert">{{ trouble }}</p>
    <template v-if="answer">
      <p class="m-0" role="status" :class="{ stop: differ.length > 0 }">
        <VerdictMark class="align-[-2px]" :verdict="differ.length > 0 ? 'stop' : 'clear'" />
        {{
          differ.length === 0
            ? 'No difference.'
            : `${differ.length} ${differ.length === 1 ? 'register holds' : 'registers hold'} another figure than the ledger.`
        }}
        {{ agree }} {{ agree === 1 ? 'agrees' : 'agree' }} to the last digit.
      </p>
      <ul v-if="answer.problems.length > 0" class="query">
        <li v-for="problem in answer.problems" :key="problem.line + problem.sentence">{{ problem.sentence }}</li>
      </ul>
      <details v-if="answer.passedOver.length > 0" class="quiet">
        <summary>
          {{ answer.passedOver.length }} {{ answer.passedOver.length === 1 ? 'line sets' : 'lines set' }} nothing, passed over
        </summary>
        <ul>
          <li v-for="one in answer.passedOver" :key="one.line" class="program">Line {{ one.line }}: {{ one.text }}</li>
        </ul>
      </details>
      <p v-if="answer.missing.length > 0" class="query m-0">
        <VerdictMark class="align-[-2px]" verdict="query" /> In the ledger and not in the file: {{ missing.join(', ') }}.
      </p>
      <Rows
        v-if="differ.length > 0"
        :columns="COLUMNS"
        :rows="differ"
        :row-key="({ register }) => register"
        :row-is="({ register }) => ({ 'data-held': register })"
        :page="100"
      >
        <template #line="{ row }"
          ><span class="quiet figure">{{ row.line }}</span></template
        >
        <template #held="{ row }"
          ><span class="figure">{{ asRegister(row.register, row.held, scene.machine) }}</span></template
        >
        <template #ledger="{ row }"
          ><span class="figure">{{ row.ledger === null ? 'unset' : asRegister(row.register, row.ledger, scene.machine) }}</span></template
        >
        <template #off="{ row }"
          ><span class="figure stop">{{
            row.ledger === null ? '' : asRegister(row.register, minus(row.held, row.ledger), scene.machine, 'always')
          }}</span></template
        >
      </Rows>
    </template>
  </div>
</template>

<style scoped>
.lines :deep(textarea) {
  font-family: 'Source Code Pro', ui-monospace, monospace;
  font-size: 15px;
}
</style>
