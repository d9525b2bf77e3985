<script setup lang="ts">
import { unitWord } from '@rook/core'
import type { FloorMachine } from '@rook/contract'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import { wayTo } from './floor-order.ts'
import NoticeList from './NoticeList.vue'

defineProps<{ on: FloorMachine; /** Somebody has recorded here since this person last looked. */ fresh?: boolean }>()
const session = useSession()
</script>

<template>
  <article class="sheet flex flex-col" :data-machine="on.machine.id">
    <RouterLink
      :to="wayTo(on)"
      class="head grid grid-cols-[1fr_auto] gap-x-3 gap-y-0.5 px-4.5 pt-3.5 pb-3 text-inherit no-underline items-baseline"
    >
      <h2 class="text-20 in-[.head:hover]:text-act">{{ on.machine.name }}</h2>
      {{ ' ' }}
      <span class="quiet small">{{ on.machine.kind }}, {{ unitWord(on.machine.unit) }}</span>
      <template v-if="on.setup">
        <span class="part mt-1.5 text-17">{{ on.setup.partName }}</span>
        <span class="quiet">Job {{ on.setup.job }}, {{ on.setup.operationName }}</span>
        <span class="progress flex gap-0.75 self-center" :aria-label="`${on.setup.done} of ${on.setup.of} steps done`">
          <span
            v-for="n in on.setup.of"
            :key="n"
            class="flex-1 h-2 border border-quiet rounded-[1px] [&.done]:border-act"
            :class="n <= on.setup.done ? 'done' : n <= on.setup.done + on.setup.skipped ? 'skipped' : ''"
          />
        </span>
        <span class="quiet small"
          >{{ on.setup.done }} of {{ on.setup.of }} done<template v-if="on.setup.skipped">, {{ on.setup.skipped }} skipped</template></span
        >
      </template>
      <span v-else class="quiet part mt-1.5 text-17">nothing set up</span>
    </RouterLink>
    <p v-if="on.setup && on.stands[on.setup.id]" class="m-0 px-4.5 pt-0 pb-2.5" data-stands>{{ on.stands[on.setup.id] }}</p>
    <p v-for="other in on.others" :key="other.id" class="other small m-0 px-4.5 pt-0 pb-2.5">
      Also <RouterLink :to="{ name: 'setup', params: { setup: other.id } }">job {{ other.job }}, {{ other.partName }}</RouterLink
      >, {{ other.done }} of {{ other.of }} done
    </p>
    <p v-if="on.handover" class="other m-0 px-4.5 pt-0 pb-2.5" data-unread>
      <RouterLink :to="{ name: 'handover', params: { machine: on.machine.id } }"
        >Handover of the {{ on.handover.shift }} shift, by {{ on.handover.by }}</RouterLink
      >: not read yet
    </p>
    <NoticeList v-if="on.notices.length > 0" class="notices border-t border-t-rule" :notices="on.notices" :machine="on.machine.id" />
    <p v-if="on.last" class="quiet small mx-0 mt-auto mb-0 px-4.5 py-2.5 border-t border-t-rule">
      <strong v-if="fresh" class="fresh text-act">new </strong>Last: {{ on.last.by }}, {{ when(on.last.at, session.shop) }}:
      <RouterLink :to="{ name: 'entry', params: { entry: on.last.id } }">{{ on.last.title }}</RouterLink>
    </p>
    <p v-else class="quiet small mx-0 mt-auto mb-0 px-4.5 py-2.5 border-t border-t-rule">No entries yet.</p>
  </article>
</template>

<style scoped>
h2 + .quiet {
  justify-self: end;
}
.part {
  grid-column: 1 / -1;
}
.head > .quiet:nth-of-type(3) {
  grid-column: 1 / -1;
}
.progress .done {
  background: var(--act);
}
.progress .skipped {
  background: repeating-linear-gradient(45deg, var(--quiet) 0 2px, transparent 2px 5px);
}
.notices {
  padding: 6px 18px;
}
</style>
