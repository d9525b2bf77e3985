<script setup lang="ts">
import { Button, Form, FormItem, InputPassword } from 'ant-design-vue'
import { reactive, ref } from 'vue'
import { useSend } from '../../sending/use-send.ts'

const form = reactive({ old: '', pin: '' })
const told = ref<string | null>(null)
const { trouble, busy, send } = useSend()

async function change(): Promise<void> {
  told.value = null
  trouble.value = [form.old, form.pin].every((pin) => /^\d{4,8}$/.test(pin)) ? null : 'PIN: four to eight digits.'
  if (trouble.value) return
  await send('changeOwnPin', { body: { ...form } })
  if (trouble.value) return
  Object.assign(form, { old: '', pin: '' })
  told.value = 'Your PIN is changed. Wherever else you were signed in, you are not any more.'
}
</script>

<template>
  <Form layout="vertical" class="own" @submit.prevent="change">
    <h2>Your PIN</h2>
    <FormItem label="Present PIN" html-for="own-pin-old">
      <InputPassword id="own-pin-old" v-model:value="form.old" inputmode="numeric" autocomplete="current-password" :maxlength="8" />
    </FormItem>
    <FormItem label="New PIN" html-for="own-pin-new">
      <InputPassword id="own-pin-new" v-model:value="form.pin" inputmode="numeric" autocomplete="new-password" :maxlength="8" />
    </FormItem>
    <Button html-type="submit" :disabled="busy">Change it</Button>
    <p v-if="told" role="status">{{ told }}</p>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
  </Form>
</template>

<style scoped>
.own {
  width: 280px;
}
h2 {
  margin: 0 0 12px;
}
</style>
