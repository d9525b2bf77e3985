<script setup lang="ts">
import { minus, type MachineRecord } from '@rook/core'
import type { EntryLine } from '@rook/contract'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import { asRegister } from '../../parts/written.ts'

defineProps<{ entry: EntryLine; machine: MachineRecord }>()
const session = useSession()
</script>

<template>
  <li class="border-b border-b-rule last:border-b-0" :class="{ taken: entry.correctedBy }" :data-kind="entry.kind">
    <RouterLink
      class="grid grid-cols-[150px_100px_minmax(0,1fr)_20px_220px_150px] gap-3 items-center min-h-12 px-4 py-1 text-inherit no-underline max-broad:grid-cols-[130px_90px_minmax(0,1fr)_20px_190px] max-phone:grid-cols-[minmax(0,1fr)_auto] max-phone:gap-x-2.5 max-phone:gap-y-0.5 max-phone:px-3 max-phone:py-2"
      :to="{ name: 'entry', params: { entry: entry.id } }"
    >
      <span class="quiet figure">{{ when(entry.at, session.shop) }}</span>
      <span class="machine"
        >{{ entry.machineName }} <span class="quiet small figure">{{ entry.seq }}</span><span
          v-if="entry.setup"
          class="quiet small job block"
          >job {{ entry.setup.job }}</span
        ></span
      >
      <span class="max-phone:col-span-full">
        <span class="title in-[.taken]:text-quiet in-[a:hover]:underline-offset-[3px]">{{ entry.title }}</span>
        <span v-if="entry.correctedBy" class="quiet small"> taken back</span>
        <span v-if="entry.reason" class="quiet small reason block">{{ entry.reason }}</span>
      </span>
      <span class="marks">
        <VerdictMark v-if="entry.released" verdict="stop" />
        <VerdictMark v-else-if="entry.queries > 0" verdict="query" />
      </span>
      <span class="grid grid-cols-[1fr_84px] gap-x-2 gap-y-0 items-baseline text-right">
        <template v-for="write in entry.writes.slice(0, 4)" :key="write.register">
          <span class="figure after text-18 in-[.taken]:text-quiet">{{
            write.after === null ? 'unset' : asRegister(write.register, write.after, machine)
          }}</span>
          <span v-if="write.before !== null && write.after !== null" class="figure quiet small">{{
            asRegister(write.register, minus(write.after, write.before), machine, 'always')
          }}</span>
        </template>
        <span v-if="entry.writes.length + entry.more > 4" class="quiet small">and {{ entry.writes.length + entry.more - 4 }} more</span>
      </span>
      <span class="quiet by text-right whitespace-nowrap max-broad:hidden"
        >{{ entry.by }}<span v-if="entry.shift" class="small">, {{ entry.shift }}</span></span
      >
    </RouterLink>
  </li>
</template>

<style scoped>
a:hover .title {
  text-decoration: underline;
}
.taken .title,
.taken .after {
  text-decoration: line-through;
}
</style>
