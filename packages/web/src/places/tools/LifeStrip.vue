<script setup lang="ts">
import MayNot from '../../parts/MayNot.vue'
import { judgeLife } from '@rook/core'
import type { AssemblyRecord } from '@rook/contract'
import { Button, Form } from 'ant-design-vue'
import { computed, ref } from 'vue'
import * as z from 'zod/mini'
import { useSend } from '../../client/use-send.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import { useChecked } from '../../ui/checked.ts'
import { plainNumber } from '../../ui/shapes.ts'
import WordField from '../../ui/WordField.vue'

const props = defineProps<{ tool: AssemblyRecord }>()
defineEmits<{ reset: [] }>()
const text = ref('')
const { trouble, busy, send } = useSend()
const judged = computed(() => (props.tool.life ? judgeLife(props.tool.life, props.tool.lifeUsed) : null))
const used = computed(() => `Used: write how many ${props.tool.life?.by}, more than zero.`)
const { problems, take, begin } = useChecked(
  () => z.object({ amount: plainNumber(used.value).check(z.positive(used.value)) }),
  () => ({ amount: text.value }),
)
const share = (value: number) => `${Math.min(100, (value / props.tool.life!.limit) * 100)}%`

async function use(): Promise<void> {
  const read = take()
  if (!read || !(await send('toolEvent', { params: { id: props.tool.id }, body: { kind: 'used', amount: read.amount } }))) return
  text.value = ''
  begin()
}
</script>

<template>
  <section>
    <h2>Life</h2>
    <template v-if="tool.life && judged">
      <p class="mx-0 my-1.5 [&.clear]:text-inherit" :class="judged.verdict" data-life>
        <VerdictMark class="align-[-2px]" :verdict="judged.verdict" /> {{ judged.sentence }}
      </p>
      <div class="bar relative h-3.5 max-w-140 border border-rule bg-sheet" role="img" :aria-label="judged.sentence">
        <span class="used block h-full bg-act [&.query]:bg-query" :class="judged.verdict" :style="{ width: share(tool.lifeUsed) }" />
        <span class="warning absolute -top-1 -bottom-1" :style="{ left: share(tool.life.warning) }" />
      </div>
      <MayNot to="toolEvent"
        ><Form class="use flex flex-wrap gap-3 items-end mt-2" @submit.prevent="use">
          <WordField
            v-model="text"
            :label="`${tool.life.by} since then`"
            figure
            :maxlength="9"
            inputmode="decimal"
            :problem="problems.amount"
          />
          <Button html-type="submit" :disabled="busy || text.trim() === ''">Count them</Button>
          <Button type="link" @click="$emit('reset')">set it back without a new edge</Button>
        </Form></MayNot
      >
      <p v-if="trouble" class="stop mx-0 my-1.5" role="alert">{{ trouble }}</p>
    </template>
    <p v-else class="quiet mx-0 my-1.5">
      Not counted. A rule (parts, minutes or uses, with a warning before the end) goes onto its record above.
    </p>
  </section>
</template>

<style scoped>
.used.stop {
  background: var(--stop);
}
.warning {
  border-left: 2px dashed var(--ink);
}
.use > :first-child {
  width: 200px;
}
</style>
