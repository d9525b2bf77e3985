<script setup lang="ts">
import { CONVENTION_WORDS, layoutOf, settingKindsOf, SETTINGS, templateProblems, type Scene } from '@rook/core'

import { computed, ref } from 'vue'
import { useSend } from '../../sending/use-send.ts'
import { useKeptForm } from '../../app/kept-form.ts'
import { useTemplate } from '../../app/queries.ts'
import { useSession } from '../../app/session.ts'
import KeptNotice from '../../parts/KeptNotice.vue'

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
  <form v-if="form" class="template" @submit.prevent="keep">
    <p class="quiet">
      Lines of words, a letter and a number each. <span class="figure">{n}</span> stands for the offset’s or slot’s number,
      <span class="figure">{v}</span> for the figure, <span class="figure">{{ places }}</span> for a slot’s axes. An empty line is not
      written. What a line other than <span class="figure">G10 L2</span> does differs from control to control: look it up before you word
      it.
    </p>
    <KeptNotice :resumed="resumed" :moved-on="movedOn" @begin="begin" />
    <ul v-if="Object.keys(problems).length > 0" class="stop" role="alert">
      <li v-for="(sentence, field) in problems" :key="field">{{ sentence }}</li>
    </ul>
    <fieldset class="fields" :disabled="!mayChange">
      <label v-for="kind in kinds" :key="kind"
        ><span>{{ SETTINGS[kind].label }}</span
        ><input v-model="(form.lines as Record<string, string>)[kind]" class="text-field figure" maxlength="80"
      /></label>
      <label
        ><span>Decimals</span><input v-model.number="form.decimals" class="text-field figure" maxlength="1" inputmode="numeric"
      /></label>
      <label v-if="layout.countsLengths"
        ><span>Lengths in the file</span>
        <select v-model="form.lengths" class="text-field">
          <option v-for="(words, convention) in CONVENTION_WORDS" :key="convention" :value="convention">{{ words }}</option>
        </select></label
      >
      <label v-if="layout.countsLengths"
        ><span>Sign of lengths</span>
        <select v-model="form.turnedSign" class="text-field">
          <option :value="false">as in the ledger</option>
          <option :value="true">turned round</option>
        </select></label
      >
      <label v-if="layout.across"
        ><span>Cutters in the file</span>
        <select v-model="form.diameters" class="text-field">
          <option value="diameter">diameters</option>
          <option value="radius">radii</option>
        </select></label
      >
      <label
        ><span>Offset numbers from</span><input v-model.number="form.from" class="text-field figure" maxlength="5" inputmode="numeric"
      /></label>
      <label><span>to</span><input v-model.number="form.to" class="text-field figure" maxlength="5" inputmode="numeric" /></label>
    </fieldset>
    <p v-if="told" role="status">{{ told }}</p>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <button v-if="mayChange" type="submit" class="go" :disabled="Object.keys(problems).length > 0">
      Keep it for {{ scene.machine.name }}
    </button>
    <p v-else class="quiet">A lead can change this.</p>
  </form>
</template>

<style scoped>
.template {
  display: grid;
  gap: 12px;
  max-width: 900px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
p {
  margin: 0;
}
.go {
  justify-self: start;
}
</style>
