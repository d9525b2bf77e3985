<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ConfigProvider } from 'ant-design-vue'
import { watch } from 'vue'
import { useLive } from './live.ts'
import { useSession } from './session.ts'
import Shell from './Shell.vue'
import { useTheme } from './theme.ts'

const { antTheme, name, turn } = useTheme()
const session = useSession()
const live = useLive()
const queries = useQueryClient()

watch(
  () => session.person?.id,
  (person) => {
    queries.clear()
    if (person) live.open(queries)
    else live.close()
  },
  { immediate: true },
)
</script>

<template>
  <ConfigProvider :theme="antTheme" :auto-insert-space-in-button="false">
    <RouterView v-slot="{ Component, route }">
      <component :is="Component" v-if="route.meta.open" />
      <Shell v-else-if="session.person" :theme="name" @turn="turn"><component :is="Component" /></Shell>
    </RouterView>
  </ConfigProvider>
</template>
