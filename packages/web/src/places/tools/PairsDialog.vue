<script setup lang="ts">
import { furtherPairsProblem, layoutOf, type FurtherPair, type MountedTool, type Scene } from '@rook/core'
import { Button } from 'ant-design-vue'
import { computed, reactive } from 'vue'
import { useSend } from '../../client/use-send.ts'
import FormDialog from '../../ui/FormDialog.vue'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** By which further offsets a program calls one tool: another edge, or the other spindle. */
const props = defineProps<{ scene: Scene; tool: MountedTool }>()
const emit = defineEmits<{ close: []; told: [words: string] }>()
const EMPTY: FurtherPair = { offset: '', words: '', spindle: null }
const pairs = reactive<FurtherPair[]>((props.tool.further ?? [EMPTY]).map((pair) => ({ ...pair })))
const sides = computed(() => [
  { value: null as FurtherPair['spindle'], label: 'where its station works' },
  { value: 'main' as const, label: 'at the main spindle' },
  { value: 'sub' as const, label: 'at the sub-spindle' },
])
const hasSub = computed(() => layoutOf(props.scene.machine).spindles.includes('sub'))
/** A line that nobody has written into counts for nothing. */
const said = computed(() => pairs.filter(({ offset, words }) => offset.trim() !== '' || words.trim() !== ''))
const others = computed(() =>
  props.scene.tools
    .filter(({ assembly }) => assembly !== props.tool.assembly)
    .flatMap(({ offset, diameterOffset }) => [offset, diameterOffset]),
)
const problem = computed(() => furtherPairsProblem(props.tool, said.value, others.value, props.scene.machine.offsets))
const { trouble, busy, send, outcome } = useSend({
  done: (entry) => {
    if (entry) emit('told', `Recorded as entry ${entry.content.seq}: ${entry.content.title}.`)
    emit('close')
  },
})
useKeptTyping(`pairs:${props.scene.machine.id}:${props.tool.assembly}`, { pairs }, { outcome })
const keep = () =>
  send('sayPairs', {
    params: { id: props.scene.machine.id },
    body: { number: props.tool.number, assembly: props.tool.assembly, pairs: said.value, shown: [...(props.tool.further ?? [])] },
  })
</script>

<template>
  <FormDialog
    :title="`T${tool.number} is called by these offsets too`"
    ok="Keep it"
    :blocked="busy || problem !== null"
    :trouble="trouble ?? (problem && said.length > 0 ? problem : null)"
    @go="keep"
    @close="$emit('close')"
  >
    <p class="quiet">Each has figures and wear of its own. A new edge, or a broken one, counts for all of them.</p>
    <div v-for="(pair, at) in pairs" :key="at" class="fields">
      <WordField v-model="pair.offset" label="Offset" figure :maxlength="5" />
      <WordField v-model="pair.words" label="What it is for" :maxlength="40" />
      <PickField v-if="hasSub" v-model="pair.spindle" label="It works" :options="sides" />
      <Button type="link" @click="pairs.splice(at, 1)">Leave out</Button>
    </div>
    <p><Button v-if="pairs.length < 8" @click="pairs.push({ ...EMPTY })">One more</Button></p>
  </FormDialog>
</template>
