<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import { timesLoosened } from '@rook/core'
import type { LoadBaselineRecord } from '@rook/contract'
import { Button, Form } from 'ant-design-vue'
import { computed, reactive, ref } from 'vue'
import { useSend } from '../../client/use-send.ts'
import ChooseFile from '../../ui/ChooseFile.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import LoadChart from './LoadChart.vue'
import { loadForm } from './load-form.ts'
import { useChecked } from '../../ui/checked.ts'
import TextField from '../../ui/TextField.vue'
import WordField from '../../ui/WordField.vue'

const props = defineProps<{ assembly: string; loads: LoadBaselineRecord[] }>()

/** The newest baseline of each section, and how often its alarm was raised until then. */
const sections = computed(() => {
  const by = new Map<string, LoadBaselineRecord[]>()
  for (const one of props.loads) by.set(one.section, [...(by.get(one.section) ?? []), one])
  return [...by.values()].map((list) => ({ now: list[0]!, loosened: timesLoosened([...list].reverse()) }))
})
const adding = ref(false)
const form = reactive({ section: '', program: '', value: '', unit: '%', warning: '20', alarm: '40', note: '' })
const texts = reactive<Record<string, string>>({})
const { trouble, send } = useSend()
const { problems, take, begin } = useChecked(
  () => loadForm(props.loads),
  () => form,
)

async function add(): Promise<void> {
  const body = take()
  if (!body || !(await send('addLoad', { params: { id: props.assembly }, body }))) return
  adding.value = false
  begin()
}

async function see(id: string): Promise<void> {
  if (await send('seeLoads', { params: { id }, body: { text: texts[id] ?? '' } })) texts[id] = ''
}

/** What a file holds is shown before it is added, like what is typed. */
async function fromFile(id: string, file: File): Promise<void> {
  texts[id] = await file.text()
}
const rowsOf = (text: string | undefined) => Math.min(6, (text ?? '').split('\n').length)

function again(now: LoadBaselineRecord): void {
  Object.assign(form, {
    section: now.section,
    program: now.program,
    value: String(now.value),
    unit: now.unit,
    warning: String(Math.round(now.warning * 1000) / 10),
    alarm: String(Math.round(now.alarm * 1000) / 10),
    note: '',
  })
  adding.value = true
}
</script>

<template>
  <section>
    <h2>Cutting load</h2>
    <p v-if="sections.length === 0" class="quiet mx-0 my-1">
      No sample cut yet. Note what the spindle shows in a section with a fresh edge; what comes later is held against it.
    </p>
    <article v-for="{ now, loosened } in sections" :key="now.id" class="sheet px-4 py-2.5 mx-0 my-2" :data-section="now.section">
      <header class="flex flex-wrap gap-x-4 gap-y-1 items-center">
        <strong>{{ now.section }}</strong>
        <span class="quiet">{{ now.program }}{{ now.note ? `; ${now.note}` : '' }}</span>
        <MayNot to="addLoad"><Button type="link" @click="again(now)">a new sample cut, or other limits</Button></MayNot>
      </header>
      <p v-if="loosened > 1" class="query mx-0 my-1">
        <VerdictMark verdict="query" /> Its alarm was raised {{ loosened }} times without a new sample cut.
      </p>
      <LoadChart :load="now" />
      <Form class="seen flex gap-3 items-end" @submit.prevent="see(now.id)">
        <TextField
          :model-value="texts[now.id] ?? ''"
          @update:model-value="(text) => (texts[now.id] = text)"
          :label="`Seen since, a line each: part; load in ${now.unit}`"
          figure
          :rows="rowsOf(texts[now.id])"
          placeholder="49; 47.5"
          :maxlength="60000"
        />
        <ChooseFile label="File of loads seen" accept=".csv,.txt,text/csv,text/plain" @chosen="(file) => fromFile(now.id, file)"
          >From a file</ChooseFile
        >
        <MayNot to="seeLoads"><Button html-type="submit" :disabled="!(texts[now.id] ?? '').trim()">Add</Button></MayNot>
      </Form>
    </article>
    <p v-if="trouble" class="stop mx-0 my-1" role="alert">{{ trouble }}</p>
    <MayNot v-if="!adding" to="addLoad"><Button type="link" @click="adding = true">A sample cut of another section</Button></MayNot>
    <Form v-else class="sheet new flex flex-wrap gap-x-3.5 gap-y-2.5 items-end px-4 py-3" @submit.prevent="add">
      <WordField
        v-model="form.section"
        :problem="problems.section"
        label="Section of the program"
        :maxlength="60"
        placeholder="pocket, roughing"
      />
      <WordField v-model="form.program" :problem="problems.program" label="Program" :maxlength="60" />
      <WordField v-model="form.value" :problem="problems.value" label="Load shown" figure :maxlength="9" inputmode="decimal" />
      <WordField v-model="form.unit" :problem="problems.unit" label="in" :maxlength="10" />
      <WordField v-model="form.warning" :problem="problems.warning" label="Warning, % above" figure :maxlength="6" inputmode="decimal" />
      <WordField v-model="form.alarm" :problem="problems.alarm" label="Alarm, % above" figure :maxlength="6" inputmode="decimal" />
      <WordField v-model="form.note" :problem="problems.note" label="Remark" :maxlength="300" />
      <Button html-type="submit">Keep it</Button>
      <Button type="link" @click="adding = false">leave it</Button>
    </Form>
  </section>
</template>

<style scoped>
header .link {
  margin-left: auto;
}
.seen > :first-child {
  flex: 1;
}
</style>
