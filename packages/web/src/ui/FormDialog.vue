<script setup lang="ts">
import { Form, Modal } from 'ant-design-vue'

/** A dialog with a form in it: one press sends it, another leaves everything as it was, and what went wrong stands below. */
withDefaults(
  defineProps<{
    title: string
    ok: string
    /** Nothing can be sent now: it is on its way, or something is missing. */
    blocked?: boolean
    trouble?: string | null
    width?: number
  }>(),
  { blocked: false, trouble: null, width: 640 },
)
defineEmits<{ go: []; close: [] }>()
</script>

<template>
  <Modal
    open
    :title="title"
    :ok-text="ok"
    cancel-text="Leave it"
    :ok-button-props="{ disabled: blocked }"
    :width="width"
    @ok="$emit('go')"
    @cancel="$emit('close')"
  >
    <Form layout="vertical" @submit.prevent="$emit('go')">
      <slot />
      <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    </Form>
  </Modal>
</template>
