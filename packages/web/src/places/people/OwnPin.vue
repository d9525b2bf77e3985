<script setup lang="ts">
import { Button, Form, FormItem, InputPassword } from 'ant-design-vue'
import { reactive, ref } from 'vue'
import { useSend } from '../../client/use-send.ts'
import { underField, useChecked } from '../../ui/checked.ts'
import { ownPinForm } from './people-forms.ts'

const form = reactive({ old: '', pin: '' })
const told = ref<string | null>(null)
const { trouble, busy, send } = useSend()
const checked = useChecked(ownPinForm, () => ({ ...form }))
const wrong = (field: string) => underField(checked.problems.value, field)

async function change(): Promise<void> {
  told.value = null
  trouble.value = null
  const said = checked.take()
  if (!said) return
  await send('changeOwnPin', { body: said })
  if (trouble.value) return
  Object.assign(form, { old: '', pin: '' })
  checked.begin()
  told.value = 'Your PIN is changed. Wherever else you were signed in, you are not any more.'
}
</script>

<template>
  <Form layout="vertical" class="w-70" @submit.prevent="change">
    <h2 class="mx-0 mt-0 mb-3">Your PIN</h2>
    <FormItem label="Present PIN" html-for="own-pin-old" v-bind="wrong('old')">
      <InputPassword id="own-pin-old" v-model:value="form.old" inputmode="numeric" autocomplete="current-password" :maxlength="8" />
    </FormItem>
    <FormItem label="New PIN" html-for="own-pin-new" v-bind="wrong('pin')">
      <InputPassword id="own-pin-new" v-model:value="form.pin" inputmode="numeric" autocomplete="new-password" :maxlength="8" />
    </FormItem>
    <Button html-type="submit" :disabled="busy">Change it</Button>
    <p v-if="told" role="status">{{ told }}</p>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
  </Form>
</template>
