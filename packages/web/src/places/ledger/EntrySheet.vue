<script setup lang="ts">
import { asShown, formatExact, type MachineRecord } from '@rook/core'
import type { Entry } from '@rook/contract'
import { computed } from 'vue'
import { useSession } from '../../app/session.ts'
import { dayTime } from '../../app/time.ts'
import DrawingPane from '../../parts/DrawingPane.vue'
import Figure from '../../parts/Figure.vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import { lineWords } from '../../parts/working-words.ts'

const props = defineProps<{ entry: Entry; machine: MachineRecord }>()
const session = useSession()
const content = computed(() => props.entry.content)
/** What was typed, where it was more than the figure on the line shows: a fraction, a sum, another unit. */
const typed = (input: string | undefined) => {
  const text = input ? content.value.inputs?.[input] : undefined
  return text && !/^[-+]?\d*\.?\d*$/.test(text.trim()) ? text : null
}
</script>

<template>
  <div class="entry-sheet">
    <div v-if="content.working" class="two">
      <DrawingPane v-if="content.drawing" :drawing="content.drawing" />
      <div class="sheet working">
        <ol>
          <li v-for="(line, at) in content.working.lines" :key="at">
            <span
              ><span class="quiet">{{ lineWords(line).operation }}</span> {{ lineWords(line).label }}
              <span v-if="typed(line.input)" class="quiet small">typed “{{ typed(line.input) }}”</span></span
            >
            <Figure v-if="line.figure !== null" class="amount" :value="line.figure" :machine="machine" />
          </li>
        </ol>
        <p class="result">
          <strong>{{ content.working.result.label }}</strong>
          <span v-if="content.working.result.expanded !== null" class="quiet figure"
            >&plusmn; {{ asShown(content.working.result.expanded, machine) }}</span
          >
          <strong v-if="content.working.result.figure !== null" class="value"
            ><Figure :value="content.working.result.figure" :machine="machine"
          /></strong>
        </p>
        <p v-for="write in content.writes" :key="write.register" class="was quiet">
          <span>{{ write.before === null ? 'was unset' : 'was' }}</span>
          <RouterLink v-if="write.before !== null && write.beforeEntry" :to="{ name: 'entry', params: { entry: write.beforeEntry } }"
            ><Figure :value="write.before" :machine="machine"
          /></RouterLink>
        </p>
      </div>
    </div>
    <table v-else-if="content.writes.length > 0" class="sheet plain">
      <tbody>
        <tr v-for="write in content.writes" :key="write.register">
          <th scope="row">{{ write.name }}</th>
          <td class="quiet">{{ write.before === null ? 'unset' : asShown(write.before, machine) }}</td>
          <td>{{ write.after === null ? 'unset' : asShown(write.after, machine) }}</td>
        </tr>
      </tbody>
    </table>
    <ul v-if="content.findings.length > 0" class="sheet findings">
      <li v-for="({ finding, reason }, at) in content.findings" :key="at">
        <VerdictMark :verdict="finding.verdict" />
        <span
          >{{ finding.sentence }} <em v-if="reason">Reason: {{ reason }}</em></span
        >
      </li>
      <li v-if="content.release">
        <VerdictMark verdict="stop" />
        <span
          >Released by {{ content.release.person.name }}: <em>{{ content.release.reason }}</em></span
        >
      </li>
    </ul>
    <ul v-if="content.readouts.length > 0 && content.kind !== 'seen'" class="sheet findings">
      <li v-for="readout in content.readouts" :key="readout.key">
        <VerdictMark :verdict="entry.seen.includes(readout.key) ? 'clear' : 'to-see'" />
        <span
          >{{ readout.sentence }} <strong class="figure">{{ readout.axis }} {{ asShown(readout.value, machine, 'always') }}</strong>
          <span class="quiet">&ensp;{{ entry.seen.includes(readout.key) ? 'seen' : 'not seen yet' }}</span></span
        >
      </li>
    </ul>
    <p v-if="content.gauges.length > 0" class="quiet small">
      Rests on
      <template v-for="(gauge, at) in content.gauges" :key="gauge.id"
        ><template v-if="at > 0">, </template>{{ gauge.name }} ({{ formatExact(gauge.size, machine.unit) }},
        {{ gauge.calibrated ? `calibrated ${dayTime(gauge.calibrated, session.shop)}` : 'never calibrated' }})</template
      >.
    </p>
  </div>
</template>

<style scoped>
.entry-sheet {
  display: grid;
  gap: 12px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 370fr) minmax(0, 516fr);
  gap: 14px;
  min-height: 300px;
}
.working {
  padding: 8px 40px 14px 18px;
}
ol,
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
ol li,
.result,
.was {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
  min-height: 42px;
  padding-top: 8px;
}
ol li {
  border-bottom: 1px solid var(--rule);
}
ol li:last-child {
  border: 0;
}
.amount {
  font-size: 20px;
}
.result {
  margin: 0;
  border-top: 3px double var(--ink);
}
.result .value {
  font-size: 27px;
  margin-left: auto;
}
.was {
  margin: 0;
  min-height: 32px;
}
.findings {
  padding: 4px 16px;
}
.findings li {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 7px 0;
}
.findings svg {
  align-self: flex-start;
  margin-top: 3px;
}
.plain {
  border-collapse: collapse;
  justify-self: start;
}
.plain th,
.plain td {
  padding: 10px 18px;
  text-align: right;
}
.plain th {
  text-align: left;
}
p {
  margin: 0;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
