<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ConfigProvider } from 'ant-design-vue'
import { watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useLive } from '../client/live.ts'
import { inOther } from '../client/other-unit.ts'
import { useSession } from '../client/session.ts'
import InTurn from '../ui/InTurn.vue'
import Shell from './Shell.vue'
import { useTheme } from '../client/theme.ts'

const { antTheme, name, turn } = useTheme()
const session = useSession()
const live = useLive()
const queries = useQueryClient()
session.hearTabs()
const route = useRoute()
const router = useRouter()

watch(
  () => session.person?.id,
  (person) => {
    inOther.value = false
    queries.clear()
    live.close()
    if (person) live.open(queries, () => void session.ask().catch(() => undefined))
    // Signed out in another tab, or by a lead: what was typed stays, and waits where it was.
    else if (session.asked && !route.meta.open) void router.push({ name: 'sign-in', query: { to: route.fullPath } })
  },
  { immediate: true },
)
</script>

<template>
  <ConfigProvider :theme="antTheme" :auto-insert-space-in-button="false">
    <!-- Colours and sizes, the frame of a page, what is in it: a slow tablet answers a finger between. -->
    <InTurn>
      <RouterView v-slot="{ Component, route: at }">
        <component :is="Component" v-if="at.meta.open" />
        <Shell v-else-if="session.person" :theme="name" @turn="turn">
          <InTurn><component :is="Component" /></InTurn>
        </Shell>
      </RouterView>
    </InTurn>
  </ConfigProvider>
</template>
