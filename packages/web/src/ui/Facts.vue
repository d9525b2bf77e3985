<script setup lang="ts">
import { Descriptions, DescriptionsItem } from 'ant-design-vue'

/** What is known of a thing, a word above each figure. */
defineProps<{ facts: readonly { label: string; text: string; class?: string | undefined }[] }>()
const LABEL = { color: 'var(--quiet)', fontSize: '14px' }
</script>

<template>
  <Descriptions layout="vertical" :column="{ xs: 2, sm: 3, md: 4, xl: 5 }" :colon="false" :label-style="LABEL">
    <DescriptionsItem v-for="fact in facts" :key="fact.label" :label="fact.label"
      ><span class="tabular-nums pr-3" :class="fact.class">{{ fact.text }}</span></DescriptionsItem
    >
  </Descriptions>
</template>
