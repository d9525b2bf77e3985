<script setup lang="ts">
import type { PersonRecord, Role } from '@rook/contract'
import { ROLES } from '@rook/contract/roles'
import { Checkbox, FormItem, Input, InputPassword, RadioButton, RadioGroup } from 'ant-design-vue'
import { reactive } from 'vue'
import { useSend } from '../../client/use-send.ts'
import { underField, useChecked } from '../../ui/checked.ts'
import FormDialog from '../../ui/FormDialog.vue'
import { personForm } from './people-forms.ts'

/** Somebody new, or what a lead changes of somebody. */
const props = defineProps<{ person: (Pick<PersonRecord, 'id' | 'name' | 'role'> & Partial<PersonRecord>) | null }>()
const emit = defineEmits<{ close: [] }>()
const form = reactive({
  name: props.person?.name ?? '',
  role: (props.person?.role ?? 'setter') as Role,
  gone: Boolean(props.person?.leftAt),
  pin: '',
})
const { trouble, busy, send } = useSend()
const checked = useChecked(personForm(props.person === null), () => ({ ...form }))

const wrong = (field: string) => underField(checked.problems.value, field)

const MAY: Readonly<Record<Role, string>> = {
  viewer: 'sees everything',
  operator: 'wear, sizes and counter-checks as well',
  setter: 'zeros, tools and setups as well',
  planner: 'parts, operations and jobs as well',
  lead: 'releases stops, machines, gauges and people as well',
}

async function go(): Promise<void> {
  trouble.value = null
  const said = checked.take()
  if (!said) return
  const { name, role, gone, pin } = said
  const { person } = props
  const went = person ? await change(person, { name, role, gone }) : await send('addPerson', { body: { name, role, pin } })
  if (went) emit('close')
}

async function change(person: NonNullable<typeof props.person>, body: { name: string; role: Role; gone: boolean }): Promise<boolean> {
  const same = body.name === person.name && body.role === person.role && body.gone === Boolean(person.leftAt)
  if (!same && !(await send('changePerson', { params: { id: person.id }, body }))) return false
  return form.pin === '' || (await send('resetPin', { params: { id: person.id }, body: { pin: form.pin } })) !== null
}
</script>

<template>
  <FormDialog
    :title="person ? `Change ${person.name}` : 'Add a person'"
    :ok="person ? 'Keep' : 'Add'"
    :blocked="busy"
    :trouble="trouble"
    :width="600"
    @go="go"
    @close="emit('close')"
  >
    <FormItem label="Name" html-for="person-name" v-bind="wrong('name')"
      ><Input id="person-name" v-model:value="form.name" :maxlength="60"
    /></FormItem>
    <FormItem label="Role">
      <RadioGroup v-model:value="form.role" aria-label="Role" button-style="solid">
        <RadioButton v-for="role in ROLES" :key="role" :value="role">{{ role }}</RadioButton>
      </RadioGroup>
      <p class="quiet small mx-0 mt-1.5 mb-0">{{ MAY[form.role] }}</p>
    </FormItem>
    <FormItem :label="person ? 'New PIN, where it is to be another one' : 'PIN'" html-for="person-pin" v-bind="wrong('pin')">
      <InputPassword id="person-pin" v-model:value="form.pin" inputmode="numeric" autocomplete="new-password" :maxlength="8" />
    </FormItem>
    <Checkbox v-if="person" v-model:checked="form.gone">does not work here any more; the entries stay</Checkbox>
    <p v-if="person" class="quiet small mx-0 mt-1.5 mb-0">Whoever is changed is signed out everywhere.</p>
  </FormDialog>
</template>
