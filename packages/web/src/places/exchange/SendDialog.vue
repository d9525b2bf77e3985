<script setup lang="ts">
import type { ControlState } from '@rook/contract'
import { readHeld, type Nm, type OutValue, type Scene } from '@rook/core'
import { computed, ref } from 'vue'
import { useTemplate } from '../../client/queries.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import { asRegister } from '../../parts/written.ts'
import { useSend } from '../../client/use-send.ts'
import FormDialog from '../../ui/FormDialog.vue'
import Rows from '../../ui/Rows.vue'

/**
 * What would be written into the control, before it is: register by register what it holds and what it becomes, and the lines. Where
 * the control or the ledger has another figure by the time of the press, nothing is sent.
 */
const props = defineProps<{ machine: string; scene: Scene; going: { slots: string[]; tools: string[] }; state: ControlState }>()
const emit = defineEmits<{ close: [] }>()
const looking = useSend()
const sending = useSend()
const file = ref<{ text: string; values: OutValue[] } | null>(null)
const setup = props.scene.plan?.setup ?? null
const template = useTemplate(() => props.machine)
const isReady = computed(() => file.value !== null && template.data.value !== undefined)

void looking
  .send('valuesOut', {
    params: { id: props.machine },
    body: { format: 'lines', setup, ...props.going, conversion: null, estimates: false },
  })
  .then((found) => (file.value = found))

const differs = computed(() => new Map(props.state.differ.map((one) => [one.register, one.held])))
/** What the control holds; what does not differ there is as in the ledger. */
const heldIn = (register: string): Nm | null =>
  differs.value.has(register) ? (differs.value.get(register) as Nm | null) : (props.scene.standing[register]?.value ?? null)
/** Every register that the lines set, wear among them that a line fills with none. */
const goes = computed(() =>
  file.value && template.data.value
    ? readHeld(file.value.text, props.scene.machine, template.data.value).values.map(({ register, name, value }) => ({
        register,
        name,
        was: heldIn(register),
        becomes: value,
      }))
    : [],
)
// No line is a zero in every control.
const changes = computed(() => goes.value.filter(({ was, becomes }) => (was ?? 0) !== becomes))
const stays = computed(() => (file.value?.values ?? []).filter(({ out }) => out === null))
const lines = computed(() => (file.value?.text ?? '').split(/\r?\n/).filter((line) => /^G10/.test(line)))
const shown = (register: string, value: Nm | null) => (value === null ? 'no line' : asRegister(register, value, props.scene.machine))
const COLUMNS = [
  { key: 'name', title: 'Register', names: true },
  { key: 'was', title: 'Control holds', align: 'right' },
  { key: 'becomes', title: 'Becomes', align: 'right' },
] as const
const nothing = computed(() => isReady.value && changes.value.length === 0)

async function send(): Promise<void> {
  const seen = goes.value.map(({ register, was, becomes }) => ({ register, was, becomes }))
  const answer = await sending.send('sendToControl', { params: { id: props.machine }, body: { setup, ...props.going, seen } })
  if (answer) emit('close')
}
</script>

<template>
  <FormDialog
    title="What goes into the control"
    :ok="sending.busy.value ? 'Sending …' : `Send ${goes.length === 1 ? 'this figure' : `these ${goes.length} figures`}`"
    :blocked="!isReady || nothing || sending.busy.value"
    :trouble="looking.trouble.value ?? sending.trouble.value"
    :width="720"
    @go="send"
    @close="emit('close')"
  >
    <p v-if="!isReady && !looking.trouble.value" class="quiet">Putting the lines together …</p>
    <template v-else-if="isReady">
      <p v-if="nothing" class="query m-0" data-nothing>
        {{ goes.length === 0 ? 'Nothing of this stands good' : 'What stands good the control holds already' }}: nothing goes out.
      </p>
      <Rows
        v-else
        :columns="COLUMNS"
        :rows="changes"
        :row-key="({ register }) => register"
        :row-is="({ register }) => ({ 'data-sends': register })"
        :page="50"
      >
        <template #was="{ row }"
          ><span class="figure">{{ shown(row.register, row.was) }}</span></template
        >
        <template #becomes="{ row }"
          ><strong class="figure">{{ shown(row.register, row.becomes) }}</strong></template
        >
      </Rows>
      <p v-if="goes.length > changes.length && !nothing" class="quiet">
        {{ goes.length - changes.length }} more {{ goes.length - changes.length === 1 ? 'stands' : 'stand' }} in the same lines and
        {{ goes.length - changes.length === 1 ? 'stays as it is' : 'stay as they are' }}.
      </p>
      <p v-if="stays.length > 0" class="query" data-stays>
        <VerdictMark class="align-[-2px]" verdict="query" /> Does not go along:
        {{
          stays
            .slice(0, 8)
            .map(({ name, because }) => `${name}, ${because}`)
            .join('; ')
        }}{{ stays.length > 8 ? ` and ${stays.length - 8} more` : '' }}.
      </p>
      <details v-if="lines.length > 0">
        <summary>
          {{ lines.length === 1 ? 'The line' : `The ${lines.length} lines` }} as the control gets {{ lines.length === 1 ? 'it' : 'them' }}
        </summary>
        <pre class="program m-0 overflow-x-auto">{{ lines.join('\n') }}</pre>
      </details>
    </template>
  </FormDialog>
</template>
