<script setup lang="ts">
import { Button, Form, FormItem, Input, InputPassword } from 'ant-design-vue'
import { reactive } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '../../client/session.ts'
import { useSend } from '../../client/use-send.ts'
import { underField, useChecked } from '../../ui/checked.ts'
import { firstLeadForm } from '../people/people-forms.ts'
import ShopFields from '../people/ShopFields.vue'
import { zoneHere } from '../people/time-zones.ts'

/** What a database without anybody opens on: the shop, and its first lead. */
const session = useSession()
const router = useRouter()
const form = reactive({ shop: '', zone: zoneHere(), name: '', pin: '' })
const { trouble, busy, send } = useSend()
const checked = useChecked(firstLeadForm, () => ({ ...form }))
const wrong = (field: string) => underField(checked.problems.value, field)

async function open(): Promise<void> {
  trouble.value = null
  const said = checked.take()
  if (!said) return
  const { shop, zone, name, pin } = said
  const opened = await send('openShop', { body: { shop: { name: shop, timeZone: zone }, lead: { name, pin } } })
  if (!opened) return
  session.opened(opened)
  await router.push('/machines/new')
}
</script>

<template>
  <Form layout="vertical" class="max-w-130" @submit.prevent="open">
    <h2>Nobody is here yet</h2>
    <p class="quiet">
      The ledger is empty. Say whose it is, and who leads: a lead lets people in, adds machines and gauges, and releases what a check has
      stopped. Your first machine is next.
    </p>
    <ShopFields v-model:name="form.shop" v-model:zone="form.zone" named="first" :problems="checked.problems.value" />
    <FormItem label="First lead" html-for="first-lead" v-bind="wrong('name')"
      ><Input id="first-lead" v-model:value="form.name" :maxlength="60"
    /></FormItem>
    <FormItem label="PIN, four to eight digits" html-for="first-pin" v-bind="wrong('pin')">
      <InputPassword id="first-pin" v-model:value="form.pin" inputmode="numeric" autocomplete="new-password" :maxlength="8" />
    </FormItem>
    <Button type="primary" html-type="submit" :disabled="busy">Open the ledger</Button>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
  </Form>
</template>
