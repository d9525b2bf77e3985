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
    <Button class="go-to inline-flex items-center justify-center h-auto" :href="href" :type="type" :size="size" @click="navigate"
      ><slot
    /></Button>
  </RouterLink>
</template>

<style scoped>
/* The name of a job may be long; on a phone it breaks. */
.go-to.ant-btn {
  min-height: 44px;
  max-width: 100%;
  white-space: normal;
  text-decoration: none;
}
.go-to.ant-btn-link:hover {
  text-decoration: underline;
}
.go-to.ant-btn-lg {
  min-height: 56px;
}
</style>
