<script setup lang="ts">
import { asRegister, consequencesOf, lifeText, parseRegisterKey, registerName, type Scene } from '@rook/core'
import { api, type AssemblyRecord } from '@rook/contract'
import { useQueryClient } from '@tanstack/vue-query'
import { Modal } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { troubleOf } from '../../app/after.ts'
import { call } from '../../app/call.ts'
import { HAPPENINGS, type Happening } from './words.ts'

/** One action with all its consequences in a list, before it is recorded. */
const props = defineProps<{ kind: Happening; tool: AssemblyRecord; scene: Scene | null }>()
const emit = defineEmits<{ close: [] }>()
const queries = useQueryClient()
const note = ref('')
const trouble = ref<string | null>(null)
const id = crypto.randomUUID()

const mounted = computed(() => props.scene?.tools.find(({ assembly }) => assembly === props.tool.id) ?? null)
const follows = computed(() => (mounted.value && props.scene ? consequencesOf(props.kind, mounted.value, props.scene) : []))
const STATES = { estimated: 'becomes an estimate', 'deliberately-zero': 'goes to zero', disturbed: 'must not be used' }

async function happen(): Promise<void> {
  trouble.value = null
  try {
    await call(api.toolEvent, { params: { id: props.tool.id }, body: { id, kind: props.kind, note: note.value.trim() } })
    await queries.invalidateQueries()
    emit('close')
  } catch (error) {
    trouble.value = troubleOf(error)
  }
}
</script>

<template>
  <Modal
    open
    :title="`${HAPPENINGS[kind].button}: ${tool.name}`"
    ok-text="Record it"
    cancel-text="It did not happen"
    :ok-button-props="{ disabled: note.trim().length < 3 }"
    @ok="happen"
    @cancel="emit('close')"
  >
    <p>{{ HAPPENINGS[kind].means }}</p>
    <ul v-if="follows.length > 0 && scene" class="follows">
      <li v-for="one in follows" :key="one.register">
        <strong>{{ registerName(parseRegisterKey(one.register)) }}</strong>
        <span class="figure">{{ asRegister(one.register, one.value, scene.machine) }}</span>
        {{ STATES[one.state] }}: {{ one.why }}
      </li>
    </ul>
    <p v-else class="quiet">No register of a machine changes by it.</p>
    <p v-if="tool.life && kind !== 'broken'">{{ lifeText(tool.lifeUsed, tool.life.by) }} were used until now; the counter begins anew.</p>
    <label>
      <span class="quiet">What happened; the next person reads this</span>
      <textarea v-model="note" class="text-field" rows="2" maxlength="500" />
    </label>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
  </Modal>
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
}
.follows {
  margin: 0 0 10px;
  padding-left: 18px;
}
</style>
