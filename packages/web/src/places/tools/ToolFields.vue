<script setup lang="ts">
import { KIND_WORDS, PROPERTY_WORDS, TOOL_PROPERTIES, type LengthUnit } from '@rook/core'
import type { ToolForm } from './tool-form.ts'

const form = defineModel<ToolForm>({ required: true })
defineProps<{ unit: LengthUnit }>()
</script>

<template>
  <div class="fields">
    <label><span>Name</span><input v-model="form.name" class="text-field" maxlength="80" /></label>
    <label
      ><span>Kind</span>
      <select v-model="form.kind" class="text-field">
        <option v-for="(words, kind) in KIND_WORDS" :key="kind" :value="kind">{{ words }}</option>
      </select></label
    >
    <label><span>Holder, collet, extension</span><input v-model="form.holder" class="text-field" maxlength="80" /></label>
    <label
      ><span>Turns when it cuts</span>
      <select v-model="form.turning" class="text-field">
        <option value="right">to the right, M3</option>
        <option value="left">to the left, M4</option>
      </select></label
    >
    <label><span>Cutting edges</span><input v-model="form.flutes" class="text-field figure" maxlength="2" inputmode="numeric" /></label>
    <label><span>Rough length, gauge line to tip</span><input v-model="form.estimate" class="text-field figure" maxlength="40" /></label>
    <label v-for="property in TOOL_PROPERTIES" :key="property"
      ><span>{{ property }}, {{ PROPERTY_WORDS[property] }}</span
      ><input v-model="form.properties[property]" class="text-field figure" maxlength="40"
    /></label>
    <label
      ><span>Of several edges counts</span>
      <select v-model="form.rule" class="text-field">
        <option value="longest">the one furthest out</option>
        <option value="mean">their mean</option>
      </select></label
    >
    <label
      ><span>Edges may differ by</span><input v-model="form.spread" class="text-field figure" maxlength="40" placeholder="as the shop"
    /></label>
    <label
      ><span>Life counted in</span>
      <select v-model="form.lifeBy" class="text-field">
        <option value="">not counted</option>
        <option value="parts">parts</option>
        <option value="minutes">minutes</option>
        <option value="uses">uses</option>
      </select></label
    >
    <template v-if="form.lifeBy !== ''">
      <label><span>Life, limit</span><input v-model="form.limit" class="text-field figure" maxlength="9" inputmode="decimal" /></label>
      <label
        ><span>Life, warning from</span><input v-model="form.warning" class="text-field figure" maxlength="9" inputmode="decimal"
      /></label>
    </template>
  </div>
  <p class="quiet small">Lengths in {{ unit }}; another unit can be written behind a figure.</p>
</template>

<style scoped>
p {
  margin: 6px 0 0;
}
</style>
