<script setup lang="ts">
import { asShown, planBar, plainFigure, type MachineRecord } from '@rook/core'
import { Button, Checkbox } from 'ant-design-vue'
import { computed, reactive } from 'vue'
import VerdictMark from '../../parts/VerdictMark.vue'
import WordField from '../../ui/WordField.vue'
import { BAR_FIELDS, barShape, type BarForm } from './bar-form.ts'

/** How far a bar has to stand out of the jaws for its part, and what that leaves in them. */
const props = defineProps<{ machine: MachineRecord }>()
const emit = defineEmits<{ take: [standsOut: string] }>()
const form = reactive<BarForm>({ part: '', facing: '', parting: '', clearance: '', diameter: '', piece: '', tailstock: false })
const read = computed(() => barShape(props.machine.unit).safeParse({ ...form }))
const found = computed(() => (read.value.success ? planBar(read.value.data, props.machine.unit) : null))
/** A field that is still empty is only waiting; one that cannot be read says so. */
const problemOf = (id: keyof BarForm) =>
  form[id] === '' ? undefined : read.value.error?.issues.find(({ path }) => path[0] === id)?.message
</script>

<template>
  <section aria-label="How far the bar stands out">
    <h2 class="mx-0 mt-4.5 mb-2">How far it has to stand out</h2>
    <div class="fields grid grid-cols-[repeat(auto-fit,minmax(180px,1fr))] gap-x-3.5 gap-y-2.5 items-end">
      <WordField
        v-for="(label, id) in BAR_FIELDS"
        :key="id"
        class="last:min-h-11 last:items-center"
        v-model="form[id]"
        :label="`${label}, ${machine.unit}`"
        figure
        :maxlength="40"
        :problem="problemOf(id)"
      />
      <Checkbox class="last:min-h-11 last:items-center" v-model:checked="form.tailstock">with the tailstock</Checkbox>
    </div>
    <template v-if="found">
      <p class="mx-0 mt-2 mb-0" role="status">
        It has to stand out <strong class="figure">{{ asShown(found.standsOut, machine) }}</strong><template v-if="found.inJaws !== null"
          >; <span class="figure">{{ asShown(found.inJaws, machine) }}</span> are left in the jaws</template
        >.
        <Button type="link" @click="emit('take', plainFigure(found.standsOut, machine.unit))">Take it</Button>
      </p>
      <p v-for="finding in found.findings" :key="finding.sentence" class="mx-0 mt-2 mb-0" :class="finding.verdict">
        <VerdictMark :verdict="finding.verdict" /> {{ finding.sentence }}
      </p>
    </template>
  </section>
</template>
