<script setup lang="ts">
import { goesInto, KIND_WORDS, orderOfWork, SIZE_KINDS, type LengthUnit, type MachineKind, type SizeKind, type ToolKind } from '@rook/core'
import { useStorage } from '@vueuse/core'
import { Button, Checkbox, CheckboxGroup, Form } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useContextLine } from '../../client/context.ts'
import { useKeptForm } from '../../client/kept-form.ts'
import { useSession } from '../../client/session.ts'
import { useGauges, useMachines, useOperation, usePart, useScene, useWorkpiece } from '../../client/queries.ts'
import KeptNotice from '../../parts/KeptNotice.vue'
import Opening from '../../parts/Opening.vue'
import { useSend } from '../../client/use-send.ts'
import { useChecked } from '../../ui/checked.ts'
import OneOf from '../../ui/OneOf.vue'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import Contradicts from './Contradicts.vue'
import ListOf from './ListOf.vue'
import { blankOperation, blankTool, operationFormOf, operationShape } from './operation-form.ts'
import StepList from './StepList.vue'
import StockFields from './StockFields.vue'

/** A new operation of a part, or the next edition of one. Whatever is typed is kept on this tablet until it is sent. */
const props = defineProps<{ part?: string; operation?: string }>()
const route = useRoute()
const router = useRouter()
const copied = computed(() => (typeof route.query.copy === 'string' ? route.query.copy : null))
const source = useOperation(() => props.operation ?? copied.value)
const own = computed(() => source.data.value?.operation ?? null)
const work = useWorkpiece(() => props.operation ?? null)
const page = usePart(() => props.part ?? own.value?.part ?? null)
const machines = useMachines()
const gauges = useGauges()
const usualUnit = useStorage<LengthUnit>('rook-drawer-unit', 'mm')
useContextLine(() => ['Parts', ...(page.data.value?.part.number ? [page.data.value?.part.number] : [])])

const { form, resumed, movedOn, begin } = useKeptForm(
  () => `operation:${props.operation ?? ''}:${props.part ?? ''}:${copied.value ?? ''}`,
  () => {
    if (props.operation !== undefined || copied.value !== null) return own.value && operationFormOf(own.value)
    return page.data.value && blankOperation(page.data.value.part, usualUnit.value)
  },
)
const checked = useChecked(
  () => operationShape(form.value!.unit, form.value!.hasStock, form.value!.kind),
  () => form.value!,
)
const { trouble, busy, send } = useSend()
const session = useSession()
const mayNot = computed(() => session.mayNot(props.operation ? 'changeOperation' : 'addOperation'))
const problem = (path: string) => checked.problems.value[path]

/** Machines that may do it; one of them lends its slots, tools and routines to the plan. */
const ofKind = computed(() => (machines.data.value ?? []).filter(({ kind }) => kind === form.value?.kind))
const mayDo = computed(() => ofKind.value.filter(({ id }) => form.value!.machines.length === 0 || form.value!.machines.includes(id)))
const asOn = ref<string | null>(null)
/** Where it stood last is where it is likely to stand again. */
const lastOn = computed(() => source.data.value?.setups[0]?.machine ?? null)
const model = computed(() => mayDo.value.find(({ id }) => id === (asOn.value ?? lastOn.value)) ?? mayDo.value[0] ?? null)
const scene = useScene(
  () => model.value?.id ?? null,
  () => null,
)
const slots = computed(() => [...new Set([...(model.value?.slots ?? []).map(({ code }) => code), ...form.value!.slots])])
const unusedTools = computed(() =>
  (scene.data.value?.tools ?? [])
    .filter(({ number }) => !form.value!.tools.some((tool) => tool.number === number))
    .map(({ number, name }) => ({ value: number as string | null, label: `T${number}, ${name}` })),
)
const gaugeOptions = computed(() => [
  { value: null as string | null, label: 'not said' },
  ...(gauges.data.value ?? [])
    .filter(({ state }) => state === 'in-use')
    .map(({ id, name }) => ({ value: id as string | null, label: name })),
])

const KINDS: readonly { value: MachineKind; label: string }[] = [
  { value: 'mill', label: 'mill' },
  { value: 'lathe', label: 'lathe' },
]
const UNITS: readonly { value: LengthUnit; label: string }[] = [
  { value: 'mm', label: 'mm' },
  { value: 'in', label: 'in' },
]
const SIZE_WORDS: Readonly<Record<SizeKind, string>> = {
  inside: 'inside',
  outside: 'outside',
  depth: 'depth',
  bored: 'bored',
}
const sizeKinds = SIZE_KINDS.map((value) => ({ value, label: SIZE_WORDS[value] }))

const NEEDS = computed(() => [
  { value: null as ToolKind | null, label: 'whatever sits there' },
  ...Object.entries(KIND_WORDS)
    .filter(([kind]) => goesInto(kind as ToolKind, form.value!.kind))
    .map(([kind, label]) => ({ value: kind as ToolKind | null, label })),
])
const toolName = (number: string) => scene.data.value?.tools.find((tool) => tool.number === number)?.name ?? ''

function takeTool(number: string | null): void {
  const tool = scene.data.value?.tools.find((one) => one.number === number)
  if (tool) form.value!.tools.push({ ...blankTool(), number: tool.number, offset: tool.offset, diameterOffset: tool.diameterOffset })
}

/** Made from what the form says now; a planner arranges it afterwards. */
function makeOrder(): void {
  const said = checked.take()
  if (said) form.value!.steps = orderOfWork(said, gauges.data.value ?? [], model.value)
}

async function keep(): Promise<void> {
  const body = checked.take()
  if (!body) return
  const kept = props.operation
    ? await send('changeOperation', { params: { id: props.operation }, body: { edition: own.value!.edition, plan: body } })
    : await send('addOperation', { params: { id: props.part! }, body })
  if (!kept) return
  begin()
  await router.push({ name: 'operation', params: { operation: kept.id } })
}
</script>

<template>
  <div v-if="!form || !machines.data.value" class="page"><Opening :error="source.error.value ?? page.error.value" /></div>
  <Form v-else class="page" @submit.prevent="keep">
    <h1>
      {{ operation ? `${own?.name ?? ''}: edition ${(own?.edition ?? 0) + 1}` : `A new operation of ${page.data.value?.part.name ?? ''}` }}
    </h1>
    <p v-if="mayNot" class="query">{{ mayNot }}</p>
    <KeptNotice :resumed="resumed" :moved-on="movedOn" @begin="begin" />
    <div class="fields mt-2 items-end">
      <WordField v-model="form.name" label="Name" :maxlength="60" placeholder="Op 20" :problem="problem('name')" />
      <WordField v-model="form.revision" label="Makes revision" :maxlength="10" :problem="problem('revision')" />
      <WordField v-model="form.program" label="Program, with its issue" :maxlength="120" />
      <WordField v-model="form.fixture" label="Fixture" :maxlength="120" placeholder="vise, hard jaws" />
    </div>
    <div class="line flex flex-wrap gap-x-4.5 gap-y-2.5 items-center mt-3">
      <OneOf v-model="form.kind" name="Kind of machine" :options="KINDS" />
      <OneOf v-model="form.unit" name="Unit of the drawing" :options="UNITS" />
      <CheckboxGroup
        v-model:value="form.machines"
        aria-label="Machines that may do it"
        :options="ofKind.map(({ id, name }) => ({ value: id, label: name }))"
      />
      <span class="quiet small">{{ form.machines.length === 0 ? `any ${form.kind} may do it` : 'these may do it' }}</span>
    </div>

    <h2 class="mx-0 mt-5 mb-2">Slots</h2>
    <p v-if="mayDo.length === 0" class="query">
      No {{ form.kind }} is on record yet. A lead adds one under Machines; its slots and tools can be planned with then.
    </p>
    <CheckboxGroup v-model:value="form.slots" aria-label="Slots" :options="slots" />
    <p v-if="problem('slots')" class="stop small">{{ problem('slots') }}</p>
    <div class="fields mt-2 items-end">
      <WordField
        v-for="slot in form.slots"
        :key="slot"
        :model-value="form.purposes[slot] ?? ''"
        :label="`${slot} is for`"
        :maxlength="60"
        placeholder="left vise"
        @update:model-value="(text: string) => (form!.purposes[slot] = text)"
      />
    </div>

    <h2 class="mx-0 mt-5 mb-2">Stock, in part coordinates</h2>
    <StockFields v-model="form" :unit="form.unit" :kind="form.kind" :problems="checked.problems.value" />
    <div class="fields mt-2 items-end">
      <WordField
        v-model="form.clearance"
        :label="`Height that clears everything, ${form.unit}`"
        figure
        :maxlength="40"
        :problem="problem('clearance')"
      />
      <WordField
        v-model="form.tolerance"
        :label="`Tightest tolerance that zero serves, ${form.unit}`"
        figure
        :maxlength="40"
        :problem="problem('tolerance')"
      />
      <WordField
        v-model="form.fixtureRepeat"
        :label="`Fixture repeats within, ${form.unit}`"
        figure
        :maxlength="40"
        :problem="problem('fixtureRepeat')"
      />
    </div>

    <h2 class="mx-0 mt-5 mb-2">Tools that the program calls</h2>
    <ListOf v-model="form.tools" what="tool" :blank="blankTool">
      <template #default="{ item, at }">
        <WordField v-model="item.number" label="T" figure :maxlength="5" :problem="problem(`tools.${at}.number`)" />
        <WordField v-model="item.offset" label="H" figure :maxlength="5" :problem="problem(`tools.${at}.offset`)" />
        <WordField v-model="item.diameterOffset" label="D" figure :maxlength="5" :problem="problem(`tools.${at}.diameterOffset`)" />
        <PickField v-model="item.kind" label="What is needed" class="wide" :options="NEEDS" />
        <WordField
          v-if="item.kind"
          v-model="item.across"
          :label="`\u00d8 ${form.unit}`"
          figure
          :maxlength="40"
          :problem="problem(`tools.${at}.across`)"
        />
        <WordField v-if="item.kind" v-model="item.flutes" label="Edges" figure :maxlength="2" :problem="problem(`tools.${at}.flutes`)" />
        <Checkbox v-model:checked="item.diameter">diameter measured</Checkbox>
        <span class="quiet small named flex-1 leading-11">{{ toolName(item.number) }}</span>
      </template>
      <template #more>
        <PickField
          v-if="unusedTools.length > 0"
          :model-value="null"
          :label="`Take one from ${model?.name ?? 'the machine'}`"
          placeholder="its tools"
          :options="unusedTools"
          @update:model-value="takeTool"
        />
      </template>
    </ListOf>

    <h2 class="mx-0 mt-5 mb-2">Sizes that it makes</h2>
    <ListOf
      v-model="form.sizes"
      what="size"
      :blank="() => ({ name: '', kind: 'inside' as SizeKind, nominal: '', upper: '0', lower: '0', tool: '', gauge: null, every: '' })"
    >
      <template #default="{ item, at }">
        <WordField v-model="item.name" label="Size" :maxlength="60" placeholder="pocket 40" :problem="problem(`sizes.${at}.name`)" />
        <PickField v-model="item.kind" label="Kind" :options="sizeKinds" />
        <WordField
          v-model="item.nominal"
          :label="`Nominal, ${form.unit}`"
          figure
          :maxlength="40"
          :problem="problem(`sizes.${at}.nominal`)"
        />
        <WordField v-model="item.upper" label="Upper deviation" figure :maxlength="40" :problem="problem(`sizes.${at}.upper`)" />
        <WordField v-model="item.lower" label="Lower deviation" figure :maxlength="40" :problem="problem(`sizes.${at}.lower`)" />
        <WordField v-model="item.tool" label="Made by T" figure :maxlength="5" :problem="problem(`sizes.${at}.tool`)" />
        <PickField v-model="item.gauge" class="wide" label="Measured with" :options="gaugeOptions" />
        <WordField
          v-model="item.every"
          label="Every so many parts"
          figure
          :maxlength="6"
          placeholder="first part"
          :problem="problem(`sizes.${at}.every`)"
        />
      </template>
    </ListOf>

    <h2 class="mx-0 mt-5 mb-2">What can be found again on the part</h2>
    <ListOf v-model="form.features" what="feature" :blank="() => ({ name: '', x: '', y: '', size: '' })">
      <template #default="{ item, at }">
        <WordField v-model="item.name" label="Feature" :maxlength="60" placeholder="wind hole" :problem="problem(`features.${at}.name`)" />
        <WordField v-model="item.x" :label="`X, ${form.unit}`" figure :maxlength="40" :problem="problem(`features.${at}.x`)" />
        <WordField v-model="item.y" :label="`Y, ${form.unit}`" figure :maxlength="40" :problem="problem(`features.${at}.y`)" />
        <WordField v-model="item.size" label="Diameter, if round" figure :maxlength="40" :problem="problem(`features.${at}.size`)" />
      </template>
    </ListOf>

    <div class="line order flex flex-wrap gap-x-4.5 gap-y-2.5 items-center mt-3">
      <h2 class="mx-0 mt-5 mb-2">Order of work</h2>
      <Button @click="makeOrder">{{ form.steps.length === 0 ? 'Make it from the above' : 'Make it anew from the above' }}</Button>
      <PickField
        v-if="mayDo.length > 1"
        v-model="asOn"
        label="Choices as on"
        :placeholder="model?.name ?? ''"
        :options="mayDo.map(({ id, name }) => ({ value: id as string | null, label: name }))"
      />
    </div>
    <StepList v-if="scene.data.value" v-model="form.steps" :scene="scene.data.value" />

    <ul v-if="checked.sentences.value.length > 0" role="alert" class="stop">
      <li v-for="sentence in checked.sentences.value" :key="sentence">{{ sentence }}</li>
    </ul>
    <Contradicts
      v-if="checked.said.value"
      :plan="checked.said.value"
      :holding="operation === undefined ? null : (work.data.value?.holding ?? null)"
      :unit="form.unit"
    />
    <p v-if="trouble" role="alert" class="stop">{{ trouble }}</p>
    <p>
      <Button type="primary" size="large" html-type="submit" :disabled="busy || mayNot !== null">{{
        operation ? `Keep it as edition ${(own?.edition ?? 0) + 1}` : 'Keep the operation'
      }}</Button>
    </p>
  </Form>
</template>

<style scoped>
.order > :deep(.field) {
  min-width: 180px;
}
</style>
