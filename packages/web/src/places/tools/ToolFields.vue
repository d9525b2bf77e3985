<script setup lang="ts">
import { insertWords, KIND_WORDS, PROPERTY_WORDS, readInsert, TOOL_PROPERTIES, TURNS, type LengthUnit, unitWord } from '@rook/core'
import { computed } from 'vue'
import ToolDrawn from '../../parts/ToolDrawn.vue'
import { drawnFrom, type ToolForm } from './tool-form.ts'
import type { Problems } from '../../ui/checked.ts'
import WordField from '../../ui/WordField.vue'
import { optionsOf, type Option } from '../../ui/options.ts'
import PickField from '../../ui/PickField.vue'

const form = defineModel<ToolForm>({ required: true })
withDefaults(defineProps<{ unit: LengthUnit; problems?: Problems }>(), { problems: () => ({}) })
const LIVES: Option<ToolForm['lifeBy']>[] = [
  { value: '', label: 'not counted' },
  ...optionsOf({ parts: 'parts', minutes: 'minutes', uses: 'uses' }),
]
/** What the designation says, as it is typed. */
const insertSaid = computed(() => {
  const read = form.value.insert.trim() === '' ? null : readInsert(form.value.insert)
  return read === null || typeof read === 'string' ? null : insertWords(read)
})
</script>

<template>
  <div class="grid grid-cols-[minmax(0,1fr)_auto] gap-4.5 items-start max-phone:grid-cols-1">
    <div class="fields">
      <WordField v-model="form.name" label="Name" :maxlength="80" :problem="problems.name" />
      <PickField v-model="form.kind" label="Kind" :options="optionsOf(KIND_WORDS)" />
      <WordField v-model="form.holder" label="Holder, collet, extension" :maxlength="80" />
      <PickField
        v-model="form.turning"
        label="Turns when it cuts"
        :options="optionsOf({ right: 'to the right, M3', left: 'to the left, M4' })"
      />
      <WordField v-model="form.flutes" label="Cutting edges" figure :maxlength="2" inputmode="numeric" :problem="problems.flutes" />
      <WordField
        v-if="TURNS.includes(form.kind)"
        v-model="form.insert"
        label="Insert, as on its box (ISO 1832)"
        :maxlength="40"
        placeholder="CNMG 120408"
        :problem="problems.insert"
      />
      <WordField
        v-model="form.estimate"
        label="Rough length, from gauge line or station to tip"
        figure
        :maxlength="40"
        :problem="problems.estimate"
      />
      <WordField
        v-model="form.properties[property]"
        :label="`${property}, ${PROPERTY_WORDS[property]}`"
        :problem="problems[`properties.${property}`]"
        figure
        :maxlength="40"
        v-for="property in TOOL_PROPERTIES"
        :key="property"
      />
      <PickField
        v-model="form.rule"
        label="Of several edges counts"
        :options="optionsOf({ longest: 'the one furthest out', mean: 'their mean' })"
      />
      <WordField
        v-model="form.spread"
        label="Edges may differ by"
        figure
        :maxlength="40"
        placeholder="as the shop"
        :problem="problems.spread"
      />
      <PickField v-model="form.lifeBy" label="Life counted in" :options="LIVES" />
      <template v-if="form.lifeBy !== ''">
        <WordField v-model="form.limit" label="Life, limit" figure :maxlength="9" inputmode="decimal" :problem="problems.limit" />
        <WordField
          v-model="form.warning"
          label="Life, warning from"
          figure
          :maxlength="9"
          inputmode="decimal"
          :problem="problems.warning"
        />
      </template>
    </div>
    <ToolDrawn v-bind="drawnFrom(form, unit)" :unit="unit" />
  </div>
  <p v-if="insertSaid" class="quiet mx-0 mt-1.5 mb-0" data-insert>{{ insertSaid }}</p>
  <p class="quiet small mx-0 mt-1.5 mb-0">Lengths in {{ unitWord(unit) }}; another unit can be written behind a figure.</p>
</template>
