<script setup lang="ts">
import { minus, type MachineRecord } from '@rook/core'
import type { EntryLine } from '@rook/contract'
import { useSession } from '../../app/session.ts'
import { when } from '../../app/time.ts'
import VerdictMark from '../../parts/VerdictMark.vue'
import { asRegister } from '../../parts/written.ts'

defineProps<{ entry: EntryLine; machine: MachineRecord }>()
const session = useSession()
</script>

<template>
  <li :class="{ taken: entry.correctedBy }" :data-kind="entry.kind">
    <RouterLink :to="{ name: 'entry', params: { entry: entry.id } }">
      <span class="quiet figure when">{{ when(entry.at, session.shop) }}</span>
      <span class="machine"
        >{{ entry.machineName }} <span class="quiet small figure">{{ entry.seq }}</span><span v-if="entry.setup" class="quiet small job"
          >job {{ entry.setup.job }}</span
        ></span
      >
      <span class="what">
        <span class="title">{{ entry.title }}</span>
        <span v-if="entry.correctedBy" class="quiet small"> taken back</span>
        <span v-if="entry.reason" class="quiet small reason">{{ entry.reason }}</span>
      </span>
      <span class="marks">
        <VerdictMark v-if="entry.released" verdict="stop" />
        <VerdictMark v-else-if="entry.queries > 0" verdict="query" />
      </span>
      <span class="values">
        <template v-for="write in entry.writes.slice(0, 4)" :key="write.register">
          <span class="figure after">{{ write.after === null ? 'unset' : asRegister(write.register, write.after, machine) }}</span>
          <span v-if="write.before !== null && write.after !== null" class="figure quiet small">{{
            asRegister(write.register, minus(write.after, write.before), machine, 'always')
          }}</span>
        </template>
        <span v-if="entry.writes.length + entry.more > 4" class="quiet small rest"
          >and {{ entry.writes.length + entry.more - 4 }} more</span
        >
      </span>
      <span class="quiet by"
        >{{ entry.by }}<span v-if="entry.shift" class="small">, {{ entry.shift }}</span></span
      >
    </RouterLink>
  </li>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--rule);
}
li:last-child {
  border-bottom: 0;
}
a {
  display: grid;
  grid-template-columns: 150px 100px minmax(0, 1fr) 20px 220px 150px;
  gap: 12px;
  align-items: center;
  min-height: 48px;
  padding: 4px 16px;
  color: inherit;
  text-decoration: none;
}
.job {
  display: block;
}
a:hover .title {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.values {
  display: grid;
  grid-template-columns: 1fr 84px;
  gap: 0 8px;
  align-items: baseline;
  text-align: right;
}
.after {
  font-size: 18px;
}
.by {
  text-align: right;
  white-space: nowrap;
}
.reason {
  display: block;
}
.taken .title,
.taken .after {
  text-decoration: line-through;
  color: var(--quiet);
}
@media (max-width: 1100px) {
  a {
    grid-template-columns: 130px 90px minmax(0, 1fr) 20px 190px;
  }
  .by {
    display: none;
  }
}
@media (max-width: 760px) {
  a {
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 2px 10px;
    padding: 8px 12px;
  }
  .what {
    grid-column: 1 / -1;
  }
}
</style>
