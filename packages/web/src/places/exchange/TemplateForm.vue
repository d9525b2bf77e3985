<script setup lang="ts">
import { CONVENTION_WORDS, layoutOf, settingKindsOf, SETTINGS, templateProblems, type Scene } from '@rook/core'

import { Button, Form } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { ACROSS } from '../machines/record-words.ts'
import { useSend } from '../../client/use-send.ts'
import { useKeptForm } from '../../client/kept-form.ts'
import { useTemplate } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import KeptNotice from '../../parts/KeptNotice.vue'
import WordField from '../../ui/WordField.vue'
import CountField from '../../ui/CountField.vue'
import PickField from '../../ui/PickField.vue'
import { optionsOf } from '../../ui/options.ts'

const props = defineProps<{ machine: string; scene: Scene }>()
const query = useTemplate(() => props.machine)
const session = useSession()
const { form, resumed, movedOn, begin } = useKeptForm(
  () => `lines:${props.machine}`,
  () => query.data.value,
)
const layout = computed(() => layoutOf(props.scene.machine))
const places = computed(() =>
  layout.value.work
    .filter(({ axis }) => axis)
    .map(({ property }) => `{${property.toLowerCase()}}`)
    .join(' '),
)
const kinds = computed(() => settingKindsOf(props.scene.machine))
const SIGNS = [
  { value: false, label: 'as in the ledger' },
  { value: true, label: 'turned round' },
]
const told = ref<string | null>(null)
const { trouble, send } = useSend()
const mayChange = computed(() => session.mayNot('changeTemplate') === null)
const problems = computed(() => (form.value ? templateProblems(form.value, props.scene.machine) : {}))

async function keep(): Promise<void> {
  trouble.value = told.value = null
  if (Object.keys(problems.value).length > 0) return
  if (await send('changeTemplate', { params: { id: props.machine }, body: form.value! })) {
    begin()
    told.value = `Kept: values for ${props.scene.machine.name} go out like this from now on.`
  }
}
</script>

<template>
  <Form v-if="form" class="template grid gap-3 max-w-225" @submit.prevent="keep">
    <p class="quiet">
      Lines of words, a letter and a number each. <span class="program">{n}</span> stands for the offset’s or slot’s number,
      <span class="program">{v}</span> for the figure, <span class="program">{{ places }}</span> for a slot’s axes. An empty line is not
      written. What a line other than <span class="program">G10 L2</span> does differs from control to control: look it up before you word
      it.
    </p>
    <KeptNotice :resumed="resumed" :moved-on="movedOn" @begin="begin" />
    <ul v-if="Object.keys(problems).length > 0" class="stop" role="alert">
      <li v-for="(sentence, field) in problems" :key="field">{{ sentence }}</li>
    </ul>
    <div class="fields">
      <WordField
        v-for="kind in kinds"
        :key="kind"
        :model-value="form.lines[kind] ?? ''"
        :label="SETTINGS[kind].label"
        figure
        :maxlength="80"
        :disabled="!mayChange"
        @update:model-value="(text) => (form!.lines = { ...form!.lines, [kind]: text })"
      />
      <CountField v-model="form.decimals" label="Decimals" :min="0" :max="6" :disabled="!mayChange" />
      <PickField
        v-if="layout.countsLengths"
        v-model="form.lengths"
        label="Lengths in the file"
        :options="optionsOf(CONVENTION_WORDS)"
        :disabled="!mayChange"
      />
      <PickField v-if="layout.countsLengths" v-model="form.turnedSign" label="Sign of lengths" :options="SIGNS" :disabled="!mayChange" />
      <PickField v-if="layout.across" v-model="form.diameters" label="Cutters in the file" :options="ACROSS" :disabled="!mayChange" />
      <CountField v-model="form.from" label="Offset numbers from" :min="0" :max="99999" :disabled="!mayChange" />
      <CountField v-model="form.to" label="to" :min="0" :max="99999" :disabled="!mayChange" />
    </div>
    <p v-if="told" role="status">{{ told }}</p>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <Button html-type="submit" type="primary" size="large" v-if="mayChange" :disabled="Object.keys(problems).length > 0">
      Keep it for {{ scene.machine.name }}
    </Button>
    <p v-else class="quiet">A lead can change this.</p>
  </Form>
</template>

<style scoped>
p {
  margin: 0;
}
.template > .ant-btn {
  justify-self: start;
}
</style>
