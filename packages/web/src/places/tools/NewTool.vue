<script setup lang="ts">
import { PLAIN_ASSEMBLY, type LengthUnit } from '@rook/core'
import { useStorage } from '@vueuse/core'
import { Button, Form } from 'ant-design-vue'
import * as z from 'zod/mini'
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSend } from '../../client/use-send.ts'
import { useContextLine } from '../../client/context.ts'
import { useAssembly } from '../../client/queries.ts'
import { toolFormOf, toolShape, type ToolForm } from './tool-form.ts'
import { useChecked } from '../../ui/checked.ts'
import { words } from '../../ui/shapes.ts'
import ToolFields from './ToolFields.vue'
import WordField from '../../ui/WordField.vue'
import { UNITS } from '../machines/record-words.ts'
import PickField from '../../ui/PickField.vue'

useContextLine(() => ['Tools', 'Drawer'])
const unit = useStorage<LengthUnit>('rook-drawer-unit', 'mm')
const router = useRouter()
const kept = useStorage<{ id: string; form: ToolForm }>('rook-new-tool', {
  id: '',
  form: toolFormOf({ ...PLAIN_ASSEMBLY, name: '', kind: 'end-mill' }, 'mm'),
})
const { trouble, send } = useSend()
const checked = useChecked(
  () => toolShape(unit.value, kept.value.form),
  () => kept.value.form,
)
const ID = z.object({ id: words('Id: what stands on the holder, so that everybody means the same tool.') })
const id = useChecked(ID, () => ({ id: kept.value.id }))
const sentences = computed(() => [...id.sentences.value, ...checked.sentences.value, ...(trouble.value ? [trouble.value] : [])])

/** A tool that this one is to be like: the same cutter once more, in a holder of its own. */
const { like } = useRoute().query
const model = useAssembly(() => (typeof like === 'string' ? like : null))
watch(
  () => model.data.value?.assembly,
  (tool, before) => {
    if (tool && !before) kept.value = { id: '', form: toolFormOf(tool, unit.value) }
  },
  { immediate: true },
)

async function add(): Promise<void> {
  trouble.value = null
  const named = id.take()
  const said = checked.take()
  const tool = named && said ? await send('addAssembly', { body: { ...said, id: named.id } }) : null
  if (!tool) return
  id.begin()
  checked.begin()
  kept.value = { id: '', form: toolFormOf({ ...PLAIN_ASSEMBLY, name: '', kind: 'end-mill' }, unit.value) }
  await router.push({ name: 'tool', params: { assembly: tool.id } })
}
</script>

<template>
  <Form class="page grid grid-cols-1 gap-3" @submit.prevent="add">
    <h1>A new tool</h1>
    <ul v-if="sentences.length > 0" role="alert" class="stop">
      <li v-for="problem in sentences" :key="problem">{{ problem }}</li>
    </ul>
    <div class="first flex flex-wrap gap-x-4 gap-y-2.5">
      <WordField v-model="kept.id" label="Id, as on the holder" :maxlength="60" placeholder="em-08-a" />
      <PickField v-model="unit" label="Lengths in" :options="UNITS" />
    </div>
    <ToolFields v-model="kept.form" :unit="unit" :problems="checked.problems.value" />
    <Button html-type="submit" type="primary" size="large">Put it into the drawer</Button>
  </Form>
</template>

<style scoped>
.page > .ant-btn {
  justify-self: start;
}
</style>
