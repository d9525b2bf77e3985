<script setup lang="ts">
import type { Sender } from '../../client/use-send.ts'
import { asRegister, consequencesOf, lifeText, parseRegisterKey, registerName, type Scene } from '@rook/core'
import type { AssemblyRecord } from '@rook/contract'
import { computed } from 'vue'
import TellDialog from '../../parts/TellDialog.vue'
import { HAPPENINGS, type Happening } from './tool-events.ts'

/** One action with all its consequences in a list, before it is recorded. */
const props = defineProps<{ kind: Happening; tool: AssemblyRecord; scene: Scene | null }>()
defineEmits<{ close: [] }>()

const mounted = computed(() => props.scene?.tools.find(({ assembly }) => assembly === props.tool.id) ?? null)
const follows = computed(() => (mounted.value && props.scene ? consequencesOf(props.kind, mounted.value, props.scene) : []))
const STATES = { estimated: 'becomes an estimate', 'deliberately-zero': 'goes to zero', disturbed: 'must not be used' }

const happen = (send: Sender['send'], note: string) =>
  send('toolEvent', { params: { id: props.tool.id }, body: { kind: props.kind, note } })
</script>

<template>
  <TellDialog
    :name="`tool:${tool.id}:${kind}`"
    :title="`${HAPPENINGS[kind].button}: ${tool.name}`"
    ok-text="Record it"
    cancel-text="It did not happen"
    question="What happened; the next person reads this"
    :tell="happen"
    @close="$emit('close')"
  >
    <p>{{ HAPPENINGS[kind].means }}</p>
    <ul v-if="follows.length > 0 && scene" class="mx-0 mt-0 mb-2.5 pl-4.5">
      <li v-for="one in follows" :key="one.register">
        <strong>{{ registerName(parseRegisterKey(one.register)) }}</strong>{{ ' ' }}
        <span class="figure">{{ asRegister(one.register, one.value, scene.machine) }}</span>
        {{ STATES[one.state] }}: {{ one.why }}
      </li>
    </ul>
    <p v-else class="quiet">No register of a machine changes by it.</p>
    <p v-if="tool.life && kind !== 'broken'">{{ lifeText(tool.lifeUsed, tool.life.by) }} were used until now; the counter begins anew.</p>
  </TellDialog>
</template>
