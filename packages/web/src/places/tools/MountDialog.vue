<script setup lang="ts">
import { fitsWords } from './find.ts'
import { refDebounced } from '@vueuse/core'
import {
  carriedWith,
  goesInto,
  numbersIn,
  registerName,
  parseRegisterKey,
  asRegister,
  standingNote,
  layoutOf,
  registerKey,
  registersOfTool,
  stationRefusal,
  type MountedTool,
  type Scene,
} from '@rook/core'
import type { AssemblyRecord } from '@rook/contract'
import { Checkbox, Radio, RadioGroup } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useSend } from '../../client/use-send.ts'
import { useAssemblies, useAssembly, useScene } from '../../client/queries.ts'
import WordField from '../../ui/WordField.vue'
import FormDialog from '../../ui/FormDialog.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** Puts an assembly into a pocket of a machine, from the drawer or from where it sits; says what follows. */
const props = defineProps<{ scene: Scene; number: string; assembly?: string }>()
const emit = defineEmits<{ close: []; mounted: [words: string] }>()

const text = ref('')
const typed = refDebounced(text, 200)
const drawer = useAssemblies(() => ({ find: typed.value.trim() || undefined, spareFirst: 'true', limit: 40 }))
const chosen = ref(props.assembly ?? '')
/** Named by the page that opened this, it need not be among those that are listed. */
const named = useAssembly(() => props.assembly ?? null)
const number = ref(props.number)
const offset = ref('')
const diameterOffset = ref('')
const carry = ref(true)
const lengths = computed(() => layoutOf(props.scene.machine).countsLengths)
const reason = ref('')
// Said at once: what is asked for anew may take away the page part that has opened this.
const { trouble, busy, send, outcome } = useSend({
  done: (entry) => {
    if (entry) emit('mounted', `${entry.content.title}.`)
    emit('close')
  },
})
useKeptTyping(
  `mount:${props.scene.machine.id}:${props.number}:${props.assembly ?? ''}`,
  { text, chosen, number, offset, diameterOffset, carry, reason },
  { outcome },
)

/** What sits in the pocket now and would go to the drawer. */
const sitting = computed(() => props.scene.tools.find((one) => one.number === number.value.trim()) ?? null)
const replaced = computed(() => (sitting.value && sitting.value.assembly !== chosen.value ? sitting.value : null))
const offered = computed(() =>
  (drawer.data.value?.assemblies ?? [])
    .filter((one) => fitsWords(one, text.value) && goesInto(one.kind, props.scene.machine.kind) && one.id !== sitting.value?.assembly)
    // Nobody is to pick the broken one in a hurry.
    .sort((one, other) => Number(one.broken) - Number(other.broken)),
)
const listed = ref<AssemblyRecord | null>(null)
// What is chosen stays chosen when the list goes on to other words.
watch([chosen, offered], () => (listed.value = offered.value.find((one) => one.id === chosen.value) ?? listed.value), { immediate: true })
const tool = computed<AssemblyRecord | null>(() =>
  listed.value?.id === chosen.value ? listed.value : chosen.value === props.assembly ? (named.data.value?.assembly ?? null) : null,
)
const planned = computed(() => props.scene.plan?.tools.find((one) => one.number === number.value.trim()))
watch(
  planned,
  (one) => {
    offset.value = one?.offset ?? ''
    diameterOffset.value = one?.diameterOffset ?? ''
  },
  { immediate: true },
)
const from = useScene(
  () => tool.value?.mounted?.machine ?? null,
  () => null,
)
const source = computed(() =>
  tool.value?.mounted ? (from.data.value?.tools.find(({ assembly }) => assembly === tool.value!.id) ?? null) : null,
)
const called = computed(() => numbersIn(number.value, offset.value, diameterOffset.value))
const H = computed(() => called.value.offset)
const D = computed(() => called.value.diameterOffset)
const unfit = computed(() => (tool.value ? stationRefusal(tool.value.kind, number.value.trim(), props.scene.machine) : null))
/** Nothing is worked out from numbers that are still being typed. */
const numbered = computed(() => [H.value, D.value].every((typed) => /^\d+$/.test(typed)))
const carried = computed(() =>
  numbered.value && source.value && from.data.value
    ? carriedWith(source.value, from.data.value, { machine: props.scene.machine, offset: H.value, diameterOffset: D.value })
    : [],
)
/** What stands under these numbers now and was found on another tool. */
const stale = computed(() => {
  if (!tool.value || !numbered.value) return []
  const at: MountedTool = {
    ...(tool.value as unknown as MountedTool),
    assembly: tool.value.id,
    number: number.value,
    offset: H.value,
    diameterOffset: D.value,
  }
  const after = {
    ...props.scene,
    tools: [...props.scene.tools.filter((one) => one.number !== number.value && one.assembly !== at.assembly), at],
  }
  const overwritten = new Set(carry.value ? carried.value.map(({ register }) => register) : [])
  return registersOfTool(at, props.scene.machine)
    .map(registerKey)
    .filter((key) => !overwritten.has(key) && standingNote(key, after).word === 'stale')
})

async function mount(): Promise<void> {
  const at = tool.value?.mounted
  await send('mount', {
    params: { id: props.scene.machine.id },
    body: {
      number: number.value,
      assembly: chosen.value,
      offset: offset.value,
      diameterOffset: diameterOffset.value,
      from: at ? { machine: at.machine, number: at.number } : null,
      replaces: replaced.value?.assembly ?? null,
      carry: carry.value,
      reason: reason.value.trim(),
    },
  })
}
</script>

<template>
  <FormDialog
    :title="`Mount a tool on ${scene.machine.name}`"
    :ok="replaced ? 'Put it in its place' : tool?.mounted ? 'Move it here' : 'Mount it'"
    :width="680"
    :blocked="!tool || number.trim() === '' || unfit !== null || busy"
    :trouble="trouble"
    @go="mount"
    @close="emit('close')"
  >
    <slot name="machine" />
    <div class="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-4.5 max-[640px]:grid-cols-[1fr]">
      <div>
        <WordField v-model="text" label="Find it in the drawer" :maxlength="60" placeholder="drill, 3.3, em-10 …" />
        <RadioGroup v-model:value="chosen" class="drawer block mt-2 h-66 overflow-auto border border-rule" aria-label="Tools">
          <Radio v-for="one in offered" :key="one.id" :value="one.id">
            <strong class="block">{{ one.name }}</strong>
            <span v-if="one.broken" class="stop small" data-broken>broken, nothing new in it yet</span>
            <span class="quiet small"
              >{{ one.id }}{{ one.mounted ? `, in T${one.mounted.number} on ${one.mounted.machineName}` : '' }}</span
            >
          </Radio>
        </RadioGroup>
      </div>
      <div class="place grid gap-2.5 content-start">
        <WordField v-model="number" :label="lengths ? 'Pocket, T' : 'Station, T'" figure :maxlength="5" inputmode="numeric" />
        <WordField
          v-model="offset"
          :label="`${lengths ? 'H' : 'Offset number'}, if not ${number || 'the same'}`"
          figure
          :maxlength="5"
          inputmode="numeric"
        />
        <WordField
          v-model="diameterOffset"
          :label="`D, if not ${H || 'the same'}`"
          figure
          :maxlength="5"
          inputmode="numeric"
          v-if="layoutOf(scene.machine).across"
        />
        <WordField v-model="reason" label="Remark" :maxlength="300" />
      </div>
    </div>
    <p v-if="replaced && tool" class="query" data-replaced>
      {{ replaced.name }} sits in T{{ replaced.number }} now. It goes to the drawer, and {{ tool.name }} takes its numbers.
    </p>
    <template v-if="tool?.mounted">
      <p class="query">
        {{ tool.name }} sits in T{{ tool.mounted.number }} on {{ tool.mounted.machineName }}. It is moved from there{{
          tool.mounted.machine === scene.machine.id ? '.' : ', and what stands there for it goes stale.'
        }}
      </p>
      <Checkbox v-if="carried.length > 0" v-model:checked="carry" class="min-h-11 items-center"
        >take its figures along:
        {{
          carried
            .map(
              ({ register, value, state }) =>
                `${registerName(parseRegisterKey(register))} ${asRegister(register, value, scene.machine)}${state === 'estimated' ? ' as an estimate' : ''}`,
            )
            .join(', ')
        }}</Checkbox
      >
    </template>
    <p v-if="unfit && number.trim() !== ''" class="stop" role="alert">{{ unfit }}</p>
    <p v-if="tool?.broken" class="stop" role="alert">
      {{ tool.name }} is broken on record. Note the new insert or the regrind on its page first.
    </p>
    <p v-if="stale.length > 0" class="stop">
      {{ stale.map((key) => registerName(parseRegisterKey(key))).join(', ') }} stands there from another tool and becomes stale until it is
      measured.
    </p>
  </FormDialog>
</template>

<style scoped>
.drawer .ant-radio-wrapper {
  display: flex;
  align-items: center;
  min-height: 52px;
  margin: 0;
  padding: 4px 12px;
  border-bottom: 1px solid var(--rule);
}
.drawer .ant-radio-wrapper-checked {
  background: var(--act-soft);
}
p {
  margin: 8px 0 0;
}
</style>
