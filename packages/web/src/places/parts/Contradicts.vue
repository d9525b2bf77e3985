<script setup lang="ts">
import { contradictionsOf, type Contradictable, type Holding, type LengthUnit } from '@rook/core'
import { computed } from 'vue'

/** Figures of a plan that cannot both be right, as long as there are any. Nobody is kept from keeping it. */
const props = defineProps<{ plan: Contradictable; holding: Holding | null; unit: LengthUnit }>()
const sentences = computed(() => contradictionsOf(props.plan, props.holding, props.unit))
</script>

<template>
  <div v-if="sentences.length > 0" class="query mt-3 mb-2.5" role="status" data-contradicts>
    <p class="m-0">Of these only one can be right; look at both:</p>
    <ul class="mt-1 mb-0">
      <li v-for="sentence in sentences" :key="sentence">{{ sentence }}</li>
    </ul>
  </div>
</template>
