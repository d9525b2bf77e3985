<script setup lang="ts">
import { asRegister, type OutValue, type Scene } from '@rook/core'

import { computed, ref, watch } from 'vue'
import { useSend } from '../../sending/use-send.ts'
import { useTemplate } from '../../app/queries.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import { blankConversion, countsOtherwise, readConversion } from './conversion.ts'
import ConversionFields from './ConversionFields.vue'
import { saveFile } from './save-file.ts'

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
const toggle = (code: string) =>
  (slots.value = slots.value.includes(code) ? slots.value.filter((one) => one !== code) : [...slots.value, code])
const FORMATS = [
  { value: 'lines', words: 'Lines for the control' },
  { value: 'table', words: 'Separated values' },
  { value: 'assets', words: 'MTConnect document' },
] as const
</script>

<template>
  <div class="out">
    <div class="choices">
      <fieldset>
        <legend class="quiet">Slots</legend>
        <button
          v-for="slot in scene.machine.slots"
          :key="slot.code"
          type="button"
          class="plain"
          :aria-pressed="slots.includes(slot.code)"
          :class="{ chosen: slots.includes(slot.code) }"
          @click="toggle(slot.code)"
        >
          {{ slot.code }}
        </button>
      </fieldset>
      <fieldset>
        <legend class="quiet">Tools</legend>
        <button
          v-if="planned.length > 0"
          type="button"
          class="plain"
          :aria-pressed="which === 'planned'"
          :class="{ chosen: which === 'planned' }"
          @click="which = 'planned'"
        >
          the {{ planned.length }} that the program calls
        </button>
        <button type="button" class="plain" :aria-pressed="which === 'all'" :class="{ chosen: which === 'all' }" @click="which = 'all'">
          all {{ scene.tools.length }} mounted
        </button>
        <label class="check"><input v-model="estimates" type="checkbox" /> estimates too</label>
      </fieldset>
      <fieldset>
        <legend class="quiet">As</legend>
        <button
          v-for="one in FORMATS"
          :key="one.value"
          type="button"
          class="plain"
          :aria-pressed="format === one.value"
          :class="{ chosen: format === one.value }"
          @click="format = one.value"
        >
          {{ one.words }}
        </button>
      </fieldset>
    </div>
    <ConversionFields v-if="converts" v-model="conversion" :scene="scene" :lengths="template.data.value!.lengths" />
    <p class="line">
      <button type="button" class="go" :disabled="busy || (slots.length === 0 && tools.length === 0)" @click="look">
        {{ busy ? 'Writing …' : 'Write the file' }}
      </button>
      <span class="quiet">It is shown here first; nothing leaves before you save it.</span>
    </p>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <template v-if="file">
      <p class="line">
        <strong>{{ file.name }}</strong>
        <button type="button" class="go" @click="saveFile(file.name, file.text)">Save it</button>
        <span v-if="left.length > 0" class="query"><VerdictMark verdict="query" /> {{ left.length }} left out, with the reason</span>
      </p>
      <div class="two">
        <pre class="sheet figure" data-file>{{ file.text }}</pre>
        <div v-if="file.values.length > 0" class="sheet list">
          <table>
            <thead>
              <tr>
                <th>Register</th>
                <th class="right">Ledger</th>
                <th class="right">In the file</th>
                <th>Standing</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="value in file.values" :key="value.register" :data-out="value.register">
                <th scope="row">
                  <RouterLink :to="{ name: 'entry', params: { entry: value.entry } }">{{ value.name }}</RouterLink>
                </th>
                <td class="right figure">{{ asRegister(value.register, value.value, scene.machine) }}</td>
                <td class="right figure" :class="{ differs: value.out !== value.value }">
                  {{ value.out === null ? 'left out' : asRegister(value.register, value.out, scene.machine) }}
                </td>
                <td class="small" :class="value.because ? 'query' : 'quiet'">{{ value.because ?? value.word }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.out {
  display: grid;
  gap: 10px;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 26px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
legend {
  font-size: 15px;
  padding: 0;
}
.chosen {
  border-color: var(--act);
  background: var(--act-soft);
  box-shadow: inset 0 -3px 0 var(--act);
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}
.check input {
  width: 22px;
  height: 22px;
}
p {
  margin: 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: center;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
pre {
  margin: 0;
  padding: 12px 16px;
  font-family: inherit;
  font-size: 15px;
  line-height: 1.5;
  overflow: auto;
  max-height: 470px;
  white-space: pre;
}
.list {
  overflow: auto;
  max-height: 470px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 6px 12px;
  border-bottom: 1px solid var(--rule);
}
thead th {
  color: var(--quiet);
  font-size: 15px;
}
.right {
  text-align: right;
}
.differs {
  font-weight: 700;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
