<script setup lang="ts">
import { familyProblem, type Scene, type ToolFamily } from '@rook/core'
import { Button } from 'ant-design-vue'
import { computed, reactive } from 'vue'
import SeveralField from '../../parts/SeveralField.vue'
import { useSend } from '../../client/use-send.ts'
import FormDialog from '../../ui/FormDialog.vue'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** Which tools of a machine stand in for each other, in the order they are used, and which of them cuts now. */
const props = defineProps<{ scene: Scene; family: ToolFamily | null }>()
const emit = defineEmits<{ close: []; told: [words: string] }>()
const form = reactive({
  name: props.family?.name ?? '',
  called: props.family?.called ?? '',
  members: props.family?.members.join(',') ?? '',
  inUse: props.family?.inUse ?? (null as string | null),
})
const numbers = computed(() => form.members.split(',').filter(Boolean))
const input = computed(() => ({
  kind: 'several' as const,
  id: 'members',
  label: 'Tools, in the order they are used',
  options: props.scene.tools.map(({ number, name }) => ({ value: number, label: `T${number}`, note: name })),
}))
const choices = computed(() => [
  { value: null as string | null, label: 'none yet' },
  ...numbers.value.map((number) => ({ value: number as string | null, label: `T${number}` })),
])
const { trouble, busy, send, outcome } = useSend({
  done: (entry) => {
    if (entry) emit('told', `Recorded as entry ${entry.content.seq}: ${entry.content.title}.`)
    emit('close')
  },
})
useKeptTyping(`family:${props.scene.machine.id}:${props.family?.name ?? 'new'}`, { form }, { outcome })
const said = computed(() => ({
  name: form.name.trim(),
  called: form.called.trim().toUpperCase(),
  members: numbers.value,
  inUse: form.inUse !== null && numbers.value.includes(form.inUse) ? form.inUse : null,
}))
const problem = computed(() => familyProblem(said.value, props.scene.families))
const wrong = (field: 'name' | 'called' | 'members') => (problem.value?.field === field && touched.value ? problem.value.sentence : null)
const touched = computed(() => form.name !== '' || form.members !== '')

const keep = (members: string[]) =>
  send('sayFamily', {
    params: { id: props.scene.machine.id },
    body: { ...said.value, members, inUse: members.length === 0 ? null : said.value.inUse, basis: props.family?.entry ?? null, reason: '' },
  })
</script>

<template>
  <FormDialog
    title="Tools that stand in for each other"
    ok="Keep it"
    :blocked="busy || problem !== null"
    :trouble="trouble"
    @go="keep(said.members)"
    @close="$emit('close')"
  >
    <p class="quiet">The program calls one number; when an edge is worn or breaks, the next ready tool takes its place.</p>
    <div class="fields">
      <WordField v-model="form.name" label="What they do" :maxlength="60" :disabled="family !== null" :problem="wrong('name')" />
      <WordField v-model="form.called" label="Called in the program by" figure :maxlength="8" :problem="wrong('called')" />
    </div>
    <SeveralField v-model="form.members" :input="input" :machine="scene.machine" :asked="false" />
    <p v-if="numbers.length > 1" class="quiet">T{{ numbers.join(', then T') }}, and round again.</p>
    <p v-if="wrong('members')" class="stop">{{ wrong('members') }}</p>
    <PickField v-model="form.inUse" label="In use" :options="choices" />
    <Button v-if="family" type="link" :disabled="busy" @click="keep([])">Give this family up</Button>
  </FormDialog>
</template>
