<script setup lang="ts">
import { Button } from 'ant-design-vue'
import type { RouteLocationRaw } from 'vue-router'

/** A way to another place that looks like a button and is a link: it opens in another tab too. */
withDefaults(defineProps<{ to: RouteLocationRaw; type?: 'primary' | 'default' | 'link'; size?: 'large' | 'middle' }>(), {
  type: 'default',
  size: 'middle',
})
</script>

<template>
  <RouterLink v-slot="{ href, navigate }" :to="to" custom>
    <Button :href="href" :type="type" :size="size" @click="navigate"><slot /></Button>
  </RouterLink>
</template>
