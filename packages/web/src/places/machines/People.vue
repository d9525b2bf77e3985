<script setup lang="ts">
import { api, type Role } from '@rook/contract'
import { ref } from 'vue'
import { useAttempt } from '../../app/attempt.ts'
import { call } from '../../app/call.ts'
import { useContextLine } from '../../app/context.ts'
import { usePeople } from '../../app/queries.ts'
import { useSession } from '../../app/session.ts'

const people = usePeople()
const session = useSession()
useContextLine(() => ['Machines', 'People'])

const name = ref('')
const role = ref<Role>('setter')
const pin = ref('')
const { trouble, attempt } = useAttempt()

async function add(): Promise<void> {
  trouble.value = null
  if (!/^\d{4,8}$/.test(pin.value)) {
    trouble.value = 'PIN: four to eight digits.'
    return
  }
  if (
    await attempt(async () => {
      await call(api.addPerson, { body: { name: name.value, role: role.value, pin: pin.value } })
    })
  ) {
    name.value = ''
    pin.value = ''
  }
}
</script>

<template>
  <div class="page">
    <h1>People</h1>
    <ul class="sheet">
      <li v-for="person in people.data.value?.people" :key="person.id">
        <strong>{{ person.name }}</strong> <span class="quiet">{{ person.role }}</span>
      </li>
    </ul>
    <form v-if="session.person?.role === 'lead'" @submit.prevent="add">
      <h2>Add a person</h2>
      <label><span>Name</span><input v-model="name" maxlength="60" required /></label>
      <label
        ><span>Role</span>
        <select v-model="role">
          <option value="operator">operator</option>
          <option value="setter">setter</option>
          <option value="lead">lead</option>
        </select></label
      >
      <label
        ><span>PIN</span><input v-model="pin" type="password" inputmode="numeric" autocomplete="new-password" maxlength="8" required
      /></label>
      <button type="submit">Add</button>
      <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    </form>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0 0 24px;
  padding: 0 16px;
  max-width: 480px;
}
li {
  display: flex;
  justify-content: space-between;
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
}
li:last-child {
  border: 0;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 16px;
  align-items: end;
}
h2,
form p {
  width: 100%;
  margin: 0;
}
label {
  display: grid;
  gap: 4px;
}
label span {
  color: var(--quiet);
  font-size: 15px;
}
input,
select,
button {
  height: 46px;
  padding: 0 12px;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
}
button {
  background: var(--act);
  color: var(--sheet);
  font-weight: 700;
  padding: 0 24px;
}
</style>
