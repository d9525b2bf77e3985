<script setup lang="ts">
import type { Role } from '@rook/contract'
import type { CallName } from '@rook/contract/calls'
import { useSession } from '../client/session.ts'

/** What is in it, for whoever may do it; for everybody else, who may. */
defineProps<{
  to: CallName | { least: Role }
  /** What others may do, where that does not stand beside it: "add a job". */
  what?: string
}>()
const session = useSession()
</script>

<template>
  <slot v-if="session.mayNot(to) === null" />
  <span v-else class="quiet small">{{ session.mayNot(to, what) }}</span>
</template>
