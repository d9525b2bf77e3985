<script setup lang="ts">
import type { SpindleName } from '@rook/core'
import { computed } from 'vue'
import type { Problems } from '../../ui/checked.ts'
import PickField from '../../ui/PickField.vue'
import WordField from '../../ui/WordField.vue'
import { WEAR_COUNTS } from './record-words.ts'
import type { TurretForm } from './turret-form.ts'

/** What a lathe's record says of its turret, its chucks, and how its control counts wear. */
const form = defineModel<TurretForm>({ required: true })
const props = defineProps<{ subSpindle: boolean; problems: Problems }>()
const wrong = (field: string) => props.problems[`turret.${field}`]
const spindles = computed((): { id: SpindleName; words: string }[] => [
  { id: 'main', words: props.subSpindle ? ', main spindle' : '' },
  ...(props.subSpindle ? [{ id: 'sub' as const, words: ', sub-spindle' }] : []),
])
</script>

<template>
  <h2>Turret</h2>
  <div class="fields">
    <WordField v-model="form.stations" label="Stations on the turret" figure :maxlength="3" :problem="wrong('stations')" />
    <template v-if="form.stations.trim() !== ''">
      <WordField v-model="form.drilling" label="For tools on centre" placeholder="3, 5, 7-9" :maxlength="80" :problem="wrong('drilling')" />
      <WordField v-model="form.driven" label="Driven stations" placeholder="none" :maxlength="80" :problem="wrong('driven')" />
      <WordField
        v-if="subSpindle"
        v-model="form.onSub"
        label="At the sub-spindle"
        placeholder="none"
        :maxlength="80"
        :problem="wrong('onSub')"
      />
      <WordField v-model="form.across" label="From a station to the one opposite" figure :maxlength="40" :problem="wrong('across')" />
      <WordField
        v-for="axis in ['X', 'Z'] as const"
        :key="axis"
        v-model="form.printed[axis]"
        :label="`Printed datum ${axis}`"
        figure
        :maxlength="40"
        placeholder="not on record"
        :problem="wrong(`printed.${axis}`)"
      />
    </template>
    <WordField
      v-for="axis in ['X', 'Z'] as const"
      :key="axis"
      v-model="form.changeAt[axis]"
      :label="`Turret is turned at machine ${axis}`"
      figure
      :maxlength="40"
      placeholder="anywhere"
      :problem="wrong(`changeAt.${axis}`)"
    />
    <WordField
      v-for="{ id, words } in spindles"
      :key="id"
      v-model="form.masters[id]"
      :label="`Master${words}, T`"
      figure
      :maxlength="4"
      :problem="wrong(`masters.${id}`)"
    />
    <PickField v-model="form.wear" label="A wear register is" :options="WEAR_COUNTS" />
  </div>
  <h2>Chuck and tailstock</h2>
  <div class="fields">
    <template v-for="{ id, words } in spindles" :key="id">
      <WordField
        v-model="form.chucks[id].across"
        :label="`Chuck, diameter${words}`"
        figure
        :maxlength="40"
        :problem="wrong(`chucks.${id}.across`)"
      />
      <WordField
        v-model="form.chucks[id].length"
        :label="`Chuck, length behind the jaws${words}`"
        figure
        :maxlength="40"
        :problem="wrong(`chucks.${id}.length`)"
      />
    </template>
    <WordField
      v-model="form.tailstock"
      label="Tailstock, diameter of its quill"
      figure
      :maxlength="40"
      placeholder="none"
      :problem="wrong('tailstock')"
    />
  </div>
</template>

<style scoped>
h2 {
  margin: 24px 0 10px;
}
</style>
