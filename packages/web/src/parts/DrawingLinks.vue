<script setup lang="ts">
import { computed } from 'vue'
import { useRemarks } from '../client/queries.ts'

/** The drawings of a part's revision, each a press away from the work. */
const props = defineProps<{ part: string; revision: string }>()
const remarks = useRemarks('revision', () => `${props.part}/${props.revision}`)
const files = computed(() =>
  (remarks.data.value ?? []).flatMap(({ withdrawn, file, words }) => (withdrawn || !file ? [] : [{ ...file, words }])),
)
</script>

<template>
  <p v-if="files.length > 0" class="mx-0 my-1">
    Drawing of revision {{ revision }}:
    <template v-for="(file, at) in files" :key="file.checksum"
      ><template v-if="at > 0">, </template
      ><a class="inline-block leading-11" :href="`/api/kept-files/${file.checksum}`" target="_blank">{{
        file.words || file.name
      }}</a></template
    >
  </p>
</template>
