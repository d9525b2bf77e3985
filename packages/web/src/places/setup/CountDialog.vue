<script setup lang="ts">
import { edgesCounted, listed, unprovenBecause, type Scene } from '@rook/core'
import { Checkbox } from 'ant-design-vue'
import type { Setup } from '@rook/contract'
import { computed, reactive } from 'vue'
import * as z from 'zod/mini'
import { useSend } from '../../client/use-send.ts'
import { useChecked } from '../../ui/checked.ts'
import { wholeOrNone } from '../../ui/shapes.ts'
import WordField from '../../ui/WordField.vue'
import FormDialog from '../../ui/FormDialog.vue'
import { useKeptTyping } from '../../client/kept-typing.ts'

/** Where no first part proves the setup, counting takes a reason. The edges that cut the parts are used up by as many. */
const props = defineProps<{ setup: string; proven: Setup['proven']; scene: Scene | null }>()
const emit = defineEmits<{ close: [] }>()
// Not by: assemblies that did not cut these parts, though their setup plans them.
const form = reactive({ made: '', scrapped: '', reason: '', unproven: '', notBy: [] as string[] })
const without = computed(() => unprovenBecause(props.proven))
const SHAPE = z
  .object({
    made: wholeOrNone('Good parts: a whole number.'),
    scrapped: wholeOrNone('Scrapped: a whole number.'),
    reason: z.string().check(z.trim()),
    unproven: z.string().check(
      z.trim(),
      z.refine((words) => without.value === null || words.length >= 3, 'Why they count all the same: say it in a few words.'),
    ),
  })
  .check(
    z.refine(({ made, scrapped }) => (made ?? 0) + (scrapped ?? 0) > 0, {
      path: ['made'],
      error: 'Good parts: one at least, or one scrapped.',
    }),
    z.refine(({ scrapped, reason }) => !scrapped || reason.length >= 3, { path: ['reason'], error: 'Reason: say why they were scrapped.' }),
  )
const { problems, take } = useChecked(SHAPE, () => ({ ...form }))
const parts = computed(() => [form.made, form.scrapped].reduce((sum, text) => sum + (/^\d+$/.test(text.trim()) ? Number(text) : 0), 0))
const edges = computed(() => (props.scene ? edgesCounted(props.scene, parts.value) : { counted: [], byHand: [] }))
const byHand = computed(() => listed(edges.value.byHand.map(({ number, by }) => `T${number} in ${by}`)))

function cutBy(id: string, did: boolean): void {
  form.notBy = did ? form.notBy.filter((one) => one !== id) : [...form.notBy, id]
}
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`count:${props.setup}`, { form }, { outcome })
const hasScrap = computed(() => Number(form.scrapped) > 0)

async function go(): Promise<void> {
  const said = take()
  if (!said) return
  const cut = edges.value.counted.map(({ assembly }) => assembly).filter((id) => !form.notBy.includes(id))
  const body = {
    ...{ made: said.made ?? 0, scrapped: said.scrapped ?? 0, reason: said.reason || null, unproven: said.unproven || null },
    // What nobody was shown is left to the plan.
    edges: props.scene ? cut : null,
  }
  if (await send('countParts', { params: { id: props.setup }, body })) emit('close')
}
</script>

<template>
  <FormDialog title="Count parts" ok="Count them" :blocked="busy" :trouble="trouble" :width="560" @go="go" @close="emit('close')">
    <div class="fields">
      <WordField
        v-model="form.made"
        label="Good parts since the last count"
        figure
        :maxlength="6"
        inputmode="numeric"
        :problem="problems.made"
      />
      <WordField v-model="form.scrapped" label="Scrapped" figure :maxlength="6" inputmode="numeric" :problem="problems.scrapped" />
    </div>
    <div v-if="edges.counted.length > 0" role="group" aria-labelledby="edges-that-cut" class="grid gap-1 mt-3" data-edges>
      <span id="edges-that-cut" class="quiet">Edges that cut them</span>
      <Checkbox
        v-for="one in edges.counted"
        :key="one.assembly"
        class="min-h-12 items-center"
        :checked="!form.notBy.includes(one.assembly)"
        @change="cutBy(one.assembly, $event.target.checked)"
      >
        T{{ one.number }}, {{ one.name }}:
        <span :class="one.then.verdict">{{ one.then.sentence }}</span>
      </Checkbox>
    </div>
    <p v-if="byHand" class="quiet small m-0 mb-3">{{ byHand }}: not counted here, say on the tool’s page how much was used.</p>
    <template v-if="without !== null">
      <p class="query m-0" data-without-proof>{{ without }}</p>
      <WordField v-model="form.unproven" label="Why these parts count all the same" :maxlength="300" :problem="problems.unproven" />
    </template>
    <WordField v-if="hasScrap" v-model="form.reason" label="Why they were scrapped" :maxlength="300" :problem="problems.reason" />
  </FormDialog>
</template>
