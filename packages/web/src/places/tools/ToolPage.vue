<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import { goesInto, hangingTools, KIND_WORDS, lifeFigure, PROPERTY_WORDS, TOOL_PROPERTIES, type LengthUnit, type Nm } from '@rook/core'
import { useStorage } from '@vueuse/core'
import { Button, Form } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useSceneAtHand } from '../../client/at-hand.ts'
import { useSend } from '../../client/use-send.ts'
import { useContextLine } from '../../client/context.ts'
import { isKept, useKeptForm } from '../../client/kept-form.ts'
import { useAssembly, useMachines, useScene } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { dayTime } from '../../client/time.ts'
import KeptNotice from '../../parts/KeptNotice.vue'
import ToolEventDialog from './ToolEventDialog.vue'
import LifeStrip from './LifeStrip.vue'
import LoadSections from './LoadSections.vue'
import MountDialog from './MountDialog.vue'
import PairsDialog from './PairsDialog.vue'
import { toolFormOf, toolShape } from './tool-form.ts'
import ToolFields from './ToolFields.vue'
import ToolStands from './ToolStands.vue'
import { calledBy, factsOnMachine } from './on-its-machine.ts'
import { EVENT_WORDS, HAPPENINGS, type Happening } from './tool-events.ts'
import Opening from '../../parts/Opening.vue'
import Remarks from '../../parts/Remarks.vue'
import ToolDrawn from '../../parts/ToolDrawn.vue'
import GoTo from '../../ui/GoTo.vue'
import PickField from '../../ui/PickField.vue'
import { useChecked } from '../../ui/checked.ts'
import Facts from '../../ui/Facts.vue'
import { exactly } from '../../parts/written.ts'

const props = defineProps<{ assembly: string }>()
const page = useAssembly(() => props.assembly)
const machines = useMachines()
const session = useSession()
const tool = computed(() => page.data.value?.assembly ?? null)
const at = computed(() => tool.value?.mounted ?? null)
useContextLine(() => ['Tools', tool.value?.name ?? '', at.value ? `T${at.value.number} on ${at.value.machineName}` : 'in no machine'])
const kept = useStorage<LengthUnit>('rook-drawer-unit', 'mm')
const unit = computed<LengthUnit>(() => machines.data.value?.find(({ id }) => id === at.value?.machine)?.unit ?? kept.value)
const { scene } = useSceneAtHand(() => at.value?.machine ?? null)

/** As the program at hand calls it, or as it was mounted. */
const numbers = computed(() => scene.data.value?.tools.find(({ assembly }) => assembly === props.assembly) ?? at.value!)

/** The tool and its further pairs of offsets. */
const called = computed(() => scene.data.value?.tools.filter(({ assembly }) => assembly === props.assembly) ?? [])
const pairing = ref(false)
const happening = ref<Happening | null>(null)
const moving = ref(false)
/** Another tool takes its place, in one entry. */
const replacing = ref(false)
const target = ref<string | null>(null)
/** Whoever mounts a tool has mostly just looked at that machine’s tools. */
const lastTools = useStorage<string | null>('rook-last-tools', null)
const onto = computed(() => (machines.data.value ?? []).map(({ id, name }) => ({ value: id as string | null, label: name })))
const there = useScene(
  () => (moving.value ? target.value : null),
  () => null,
)
const { trouble, send } = useSend()
const told = ref<string | null>(null)

// What is typed counts in the unit that it was typed in.
const formName = () => `tool:${props.assembly}:${unit.value}`
const changing = ref(false)
watch(formName, (name) => (changing.value = isKept(name)), { immediate: true })
const { form, resumed, movedOn, begin } = useKeptForm(formName, () =>
  changing.value && tool.value && machines.data.value ? toolFormOf(tool.value, unit.value) : null,
)
function leave(): void {
  begin()
  checked.begin()
  changing.value = false
}
const record = useSend()
const checked = useChecked(
  () => toolShape(unit.value, form.value!),
  () => form.value!,
)
async function keep(): Promise<void> {
  record.trouble.value = null
  const said = checked.take()
  if (said && (await record.send('changeAssembly', { params: { id: props.assembly }, body: said }))) leave()
}

async function takeOut(): Promise<void> {
  const entry = await send('mount', { params: { id: at.value!.machine }, body: { number: at.value!.number, assembly: null } })
  if (entry) told.value = `${entry.content.title}. What stands there for it is stale until a tool is measured.`
}

function move(): void {
  target.value = at.value?.machine ?? lastTools.value ?? machines.data.value?.[0]?.id ?? null
  moving.value = true
}
/** What stands in its machine counts before the rough length. */
const hanging = computed<Nm | null>(() => {
  const own = scene.data.value && hangingTools({ ...scene.data.value, plan: null }).find((one) => one.tool?.assembly === props.assembly)
  return own?.outline && own.drawnFrom !== 'nothing' ? own.outline.length : (tool.value?.estimate ?? null)
})
const facts = computed(() =>
  tool.value
    ? [
        ...TOOL_PROPERTIES.flatMap((property) => {
          const value = tool.value!.properties[property]
          return value === undefined ? [] : [{ label: `${property}, ${PROPERTY_WORDS[property]}`, text: exactly(value, unit.value) }]
        }),
        ...(tool.value.estimate === null ? [] : [{ label: 'rough length', text: exactly(tool.value.estimate, unit.value) }]),
        ...(tool.value.flutes === null
          ? []
          : [
              {
                label: 'edges',
                text: `${tool.value.flutes}, ${tool.value.edges.rule === 'mean' ? 'their mean counts' : 'the furthest out counts'}`,
              },
            ]),
        { label: 'turns', text: tool.value.turning === 'right' ? 'to the right, M3' : 'to the left, M4' },
        ...(scene.data.value ? factsOnMachine(props.assembly, scene.data.value) : []),
      ]
    : [],
)
</script>

<template>
  <div class="page grid grid-cols-1 gap-3.5 content-start">
    <template v-if="tool && page.data.value">
      <header>
        <h1>
          {{ tool.name }} <span class="quiet">{{ tool.id }}, {{ KIND_WORDS[tool.kind] }}{{ tool.holder ? ` in ${tool.holder}` : '' }}</span>
        </h1>
        <p class="flex flex-wrap gap-3.5 items-center mx-0 mt-1.5 mb-0">
          <template v-if="at">
            <strong>T{{ at.number }} on {{ at.machineName }}</strong>
            <span class="quiet figure">{{ calledBy(at.number, numbers, scene.data.value ?? null) }}</span>
            <GoTo type="link" :to="{ name: 'machine-tools', params: { machine: at.machine } }">its machine’s tools</GoTo>
            <MayNot to="mount"
              ><Button @click="move">Move it</Button> <Button @click="takeOut">Take it out</Button>
              <Button @click="replacing = true">Put another into T{{ at.number }}</Button></MayNot
            >
          </template>
          <template v-else>
            <span class="quiet">In no machine.</span>
            <MayNot to="mount"><Button @click="move">Mount it</Button></MayNot>
          </template>
        </p>
      </header>
      <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
      <p v-if="told" role="status">{{ told }}</p>

      <div v-if="!form" class="grid grid-cols-[auto_minmax(0,1fr)] gap-5.5 items-start max-phone:grid-cols-1">
        <!-- A turret’s tools have no gauge line to hang from. -->
        <ToolDrawn v-if="goesInto(tool.kind, 'mill')" :tool="tool" :length="hanging" :unit="unit" />
        <Facts :facts="facts" />
      </div>
      <p v-if="!form" class="flex gap-4.5">
        <MayNot to="changeAssembly"><Button type="link" @click="changing = true">change the record</Button></MayNot>
        <GoTo type="link" :to="{ name: 'new-tool', query: { like: tool.id } }">another one like it</GoTo>
      </p>
      <Form v-if="form" class="sheet record px-4.5 py-3.5" @submit.prevent="keep">
        <p v-if="record.trouble.value" role="alert" class="stop">{{ record.trouble.value }}</p>
        <ul v-if="checked.sentences.value.length > 0" role="alert" class="stop">
          <li v-for="problem in checked.sentences.value" :key="problem">{{ problem }}</li>
        </ul>
        <KeptNotice :resumed="resumed" :moved-on="movedOn" @begin="begin" />
        <ToolFields v-model="form" :unit="unit" :problems="checked.problems.value" />
        <p>
          <Button html-type="submit" type="primary" size="large">Keep the record</Button>
          <Button type="link" @click="leave">leave it as it was</Button>
        </p>
      </Form>

      <template v-if="at && scene.data.value">
        <ToolStands v-for="{ number } in called" :key="number" :number="number" :scene="scene.data.value" />
        <p class="flex gap-4.5">
          <MayNot to="sayPairs"
            ><Button type="link" @click="pairing = true">{{
              called.length > 1 ? 'change its further offsets' : 'a program calls it by another offset too'
            }}</Button></MayNot
          >
        </p>
      </template>
      <section>
        <h2>What happened to it</h2>
        <p class="buttons flex flex-wrap gap-2.5 mx-0 mt-2 mb-0">
          <MayNot to="toolEvent"
            ><Button v-for="(words, kind) in HAPPENINGS" :key="kind" @click="happening = kind">
              {{ words.button }}
            </Button></MayNot
          >
        </p>
      </section>
      <LifeStrip :tool="tool" @reset="happening = 'life-reset'" />
      <LoadSections :assembly="tool.id" :loads="page.data.value.loads" />
      <section>
        <h2>History</h2>
        <ul class="list-none m-0 p-0">
          <li
            v-for="event in page.data.value.events"
            :key="event.id"
            class="flex flex-wrap gap-x-4 gap-y-1 px-0 py-2.25 border-b border-b-rule"
            :data-event="event.kind"
          >
            <span class="quiet figure">{{ dayTime(event.at, session.shop) }}</span>
            <strong>{{ EVENT_WORDS[event.kind] }}</strong>
            <span class="flex-1 min-w-50"
              >{{ event.note
              }}<template v-if="event.amount !== null"
                >{{ event.note ? ', ' : ''
                }}{{
                  event.kind === 'used'
                    ? `${event.amount} ${tool.life?.by ?? ''}`
                    : `${lifeFigure(event.amount)} ${tool.life?.by ?? ''} used until then`
                }}</template
              ></span
            >
            <span class="quiet">{{ event.by }}</span>
            <RouterLink v-if="event.entry" :to="{ name: 'entry', params: { entry: event.entry } }">entry</RouterLink>
          </li>
          <li v-if="page.data.value.events.length === 0" class="quiet flex flex-wrap gap-x-4 gap-y-1 px-0 py-2.25 border-b border-b-rule">
            Nothing on record yet.
          </li>
        </ul>
      </section>
      <ToolEventDialog v-if="happening" :kind="happening" :tool="tool" :scene="scene.data.value ?? null" @close="happening = null" />
      <PairsDialog
        v-if="pairing && scene.data.value && called[0]"
        :scene="scene.data.value"
        :tool="called[0]"
        @close="pairing = false"
        @told="told = $event"
      />
      <MountDialog
        v-if="replacing && at && scene.data.value"
        :scene="scene.data.value"
        :number="at.number"
        @close="replacing = false"
        @mounted="told = $event"
      />
      <template v-if="moving">
        <MountDialog
          v-if="there.data.value"
          :key="target!"
          :scene="there.data.value"
          :number="at?.machine === target ? '' : (at?.number ?? '')"
          :assembly="tool.id"
          @close="moving = false"
          @mounted="told = $event"
        >
          <template #machine>
            <PickField v-model="target" label="Onto" :options="onto" />
          </template>
        </MountDialog>
      </template>
      <Remarks about="assembly" :of="assembly" />
    </template>
    <Opening v-else :error="page.error.value" />
  </div>
</template>

<style scoped>
.page > * {
  margin: 0;
}
</style>
