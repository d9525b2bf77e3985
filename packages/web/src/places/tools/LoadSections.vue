<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import { timesLoosened } from '@rook/core'
import type { LoadBaselineRecord } from '@rook/contract'
import { computed, reactive, ref } from 'vue'
import { useSend } from '../../sending/use-send.ts'
import ChooseFile from '../../parts/ChooseFile.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import LoadChart from './LoadChart.vue'

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
const number = (text: string) => Number(text.trim().replace(',', '.'))

async function add(): Promise<void> {
  const { section, program, unit, note } = form
  const [value, warning, alarm] = [number(form.value), number(form.warning) / 100, number(form.alarm) / 100]
  if (![value, warning, alarm].every(Number.isFinite)) {
    trouble.value = 'Load, warning and alarm: write plain numbers.'
    return
  }
  const body = { section, program, value, unit, warning, alarm, note: note.trim() || null }
  if (await send('addLoad', { params: { id: props.assembly }, body })) adding.value = false
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
    <p v-if="sections.length === 0" class="quiet">
      No sample cut yet. Note what the spindle shows in a section with a fresh edge; what comes later is held against it.
    </p>
    <article v-for="{ now, loosened } in sections" :key="now.id" class="sheet load" :data-section="now.section">
      <header>
        <strong>{{ now.section }}</strong>
        <span class="quiet">{{ now.program }}{{ now.note ? `; ${now.note}` : '' }}</span>
        <MayNot to="addLoad"><button type="button" class="link" @click="again(now)">a new sample cut, or other limits</button></MayNot>
      </header>
      <p v-if="loosened > 1" class="query">
        <VerdictMark verdict="query" /> Its alarm was raised {{ loosened }} times without a new sample cut.
      </p>
      <LoadChart :load="now" />
      <form class="seen" @submit.prevent="see(now.id)">
        <label
          ><span class="quiet">Seen since, a line each: part; load in {{ now.unit }}</span
          ><textarea
            v-model="texts[now.id]"
            class="text-field figure"
            :rows="rowsOf(texts[now.id])"
            placeholder="49; 47.5"
            maxlength="60000"
          />
        </label>
        <ChooseFile label="File of loads seen" accept=".csv,.txt,text/csv,text/plain" @chosen="(file) => fromFile(now.id, file)"
          >From a file</ChooseFile
        >
        <MayNot to="seeLoads"><button type="submit" class="plain" :disabled="!(texts[now.id] ?? '').trim()">Add</button></MayNot>
      </form>
    </article>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <MayNot v-if="!adding" to="addLoad"
      ><button type="button" class="link" @click="adding = true">A sample cut of another section</button></MayNot
    >
    <form v-else class="sheet new" @submit.prevent="add">
      <label
        ><span>Section of the program</span><input v-model="form.section" class="text-field" maxlength="60" placeholder="pocket, roughing"
      /></label>
      <label><span>Program</span><input v-model="form.program" class="text-field" maxlength="60" /></label>
      <label><span>Load shown</span><input v-model="form.value" class="text-field figure" maxlength="9" inputmode="decimal" /></label>
      <label><span>in</span><input v-model="form.unit" class="text-field" maxlength="10" /></label>
      <label
        ><span>Warning, % above</span><input v-model="form.warning" class="text-field figure" maxlength="6" inputmode="decimal"
      /></label>
      <label><span>Alarm, % above</span><input v-model="form.alarm" class="text-field figure" maxlength="6" inputmode="decimal" /></label>
      <label><span>Remark</span><input v-model="form.note" class="text-field" maxlength="300" /></label>
      <button type="submit" class="plain">Keep it</button>
      <button type="button" class="link" @click="adding = false">leave it</button>
    </form>
  </section>
</template>

<style scoped>
.load {
  padding: 10px 16px;
  margin: 8px 0;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
}
header .link {
  margin-left: auto;
}
p {
  margin: 4px 0;
}
.seen {
  display: flex;
  gap: 12px;
  align-items: end;
}
.seen > label:first-child {
  flex: 1;
}
label {
  display: grid;
  gap: 2px;
}
label span {
  color: var(--quiet);
  font-size: 14px;
}
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: end;
  padding: 12px 16px;
}
.new .figure {
  width: 120px;
}
</style>
