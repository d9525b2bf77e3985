<script setup lang="ts">
import { DatePicker } from 'ant-design-vue'
import { useSession } from '../client/session.ts'
import { MOMENT_FORMAT, instantOfTyped, typedMoment } from '../client/wall-time.ts'
import Field from './Field.vue'

/** A moment, typed and shown by the shop's clock; null while none is chosen. */
defineProps<{ label: string; placeholder?: string; needed?: boolean }>()
const instant = defineModel<string | null>({ required: true })
const session = useSession()
const typed = () => (instant.value ? typedMoment(instant.value, session.shop) : undefined)
/** A moment that was brought along is kept to the millisecond as long as nobody chooses another. */
function take(text: unknown): void {
  if (text === typed()) return
  instant.value = text ? instantOfTyped(String(text), session.shop) : null
}
</script>

<template>
  <Field v-slot="{ id }" :label="label">
    <DatePicker
      :id="id"
      :value="typed()"
      show-time
      :value-format="MOMENT_FORMAT"
      format="D MMM YYYY, HH:mm"
      :allow-clear="!needed"
      :placeholder="placeholder ?? ''"
      @change="take"
    />
  </Field>
</template>

<style scoped>
.ant-picker {
  width: 100%;
}
</style>
