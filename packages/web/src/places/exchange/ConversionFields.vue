<script setup lang="ts">
import type { LengthConvention, Scene } from '@rook/core'
import type { ConversionForm } from './conversion.ts'

/** What fixes lengths that a file counts another way than the machine. */
defineProps<{ scene: Scene; lengths: LengthConvention }>()
const form = defineModel<ConversionForm>({ required: true })
const words = (convention: LengthConvention) => convention.replace('-', ' ')
</script>

<template>
  <div class="sheet converts">
    <p>
      {{ scene.machine.name }} counts lengths as {{ words(scene.machine.lengthConvention) }}, its lines as {{ words(lengths) }}. For every
      slot and tool, work offset and length together stay the same.
    </p>
    <label
      ><span class="quiet">With the Z of</span>
      <select v-model="form.slot" class="text-field">
        <option v-for="slot in scene.machine.slots" :key="slot.code" :value="slot.code">{{ slot.code }}</option>
      </select></label
    >
    <label v-if="lengths !== 'touch-off'"
      ><span class="quiet">{{ lengths === 'reference-tool' ? 'Reference tool' : 'Tool of known length' }}</span>
      <select v-model="form.tool" class="text-field">
        <option v-for="tool in scene.tools" :key="tool.number" :value="tool.number">T{{ tool.number }}, {{ tool.name }}</option>
      </select></label
    >
    <label v-if="lengths === 'gauge-length'"
      ><span class="quiet">Its length from the gauge line</span><input v-model="form.known" class="text-field figure" maxlength="40"
    /></label>
  </div>
</template>

<style scoped>
.converts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: end;
  padding: 10px 16px;
}
label {
  display: grid;
  gap: 2px;
}
p {
  flex-basis: 100%;
  margin: 0;
}
</style>
