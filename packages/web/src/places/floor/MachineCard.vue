<script setup lang="ts">
import type { FloorMachine } from '@rook/contract'
import { useSession } from '../../app/session.ts'
import { when } from '../../app/time.ts'
import { wayTo } from './floor-order.ts'
import NoticeList from './NoticeList.vue'

defineProps<{ on: FloorMachine; /** Somebody has recorded here since this person last looked. */ fresh?: boolean }>()
const session = useSession()
</script>

<template>
  <article class="sheet card" :data-machine="on.machine.id">
    <RouterLink :to="wayTo(on)" class="head">
      <h2>{{ on.machine.name }}</h2>
      <span class="quiet small">{{ on.machine.kind }}, {{ on.machine.unit === 'mm' ? 'millimetres' : 'inches' }}</span>
      <template v-if="on.setup">
        <span class="part">{{ on.setup.partName }}</span>
        <span class="quiet">Job {{ on.setup.job }}, {{ on.setup.operationName }}</span>
        <span class="progress" :aria-label="`${on.setup.done} of ${on.setup.of} steps done`">
          <span
            v-for="n in on.setup.of"
            :key="n"
            :class="n <= on.setup.done ? 'done' : n <= on.setup.done + on.setup.skipped ? 'skipped' : ''"
          />
        </span>
        <span class="quiet small"
          >{{ on.setup.done }} of {{ on.setup.of }} done<template v-if="on.setup.skipped">, {{ on.setup.skipped }} skipped</template></span
        >
      </template>
      <span v-else class="quiet part">nothing set up</span>
    </RouterLink>
    <p v-for="other in on.others" :key="other.id" class="other small">
      Also <RouterLink :to="{ name: 'setup', params: { setup: other.id } }">job {{ other.job }}, {{ other.partName }}</RouterLink
      >, {{ other.done }} of {{ other.of }} done
    </p>
    <p v-if="on.handover" class="other" data-unread>
      <RouterLink :to="{ name: 'handover', params: { machine: on.machine.id } }"
        >Handover of the {{ on.handover.shift }} shift, by {{ on.handover.by }}</RouterLink
      >: not read yet
    </p>
    <NoticeList v-if="on.notices.length > 0" class="notices" :notices="on.notices" :machine="on.machine.id" />
    <p v-if="on.last" class="last quiet small">
      <strong v-if="fresh" class="fresh">new </strong>Last: {{ on.last.by }}, {{ when(on.last.at, session.shop) }}:
      <RouterLink :to="{ name: 'entry', params: { entry: on.last.id } }">{{ on.last.title }}</RouterLink>
    </p>
    <p v-else class="last quiet small">No entries yet.</p>
  </article>
</template>

<style scoped>
.card {
  display: flex;
  flex-direction: column;
}
.head {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 12px;
  padding: 14px 18px 12px;
  color: inherit;
  text-decoration: none;
  align-items: baseline;
}
.head:hover h2 {
  color: var(--act);
}
h2 {
  font-size: 20px;
}
h2 + .quiet {
  justify-self: end;
}
.part {
  grid-column: 1 / -1;
  margin-top: 6px;
  font-size: 17px;
}
.head > .quiet:nth-of-type(3) {
  grid-column: 1 / -1;
}
.progress {
  display: flex;
  gap: 3px;
  align-self: center;
}
.progress span {
  flex: 1;
  height: 8px;
  border: 1px solid var(--quiet);
  border-radius: 1px;
}
.progress .done {
  background: var(--act);
  border-color: var(--act);
}
.progress .skipped {
  background: repeating-linear-gradient(45deg, var(--quiet) 0 2px, transparent 2px 5px);
}
.notices {
  padding: 6px 18px;
  border-top: 1px solid var(--rule);
}
.fresh {
  color: var(--act);
}
.other {
  margin: 0;
  padding: 0 18px 10px;
}
.last {
  margin: auto 0 0;
  padding: 10px 18px;
  border-top: 1px solid var(--rule);
}
</style>
