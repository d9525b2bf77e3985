<script setup lang="ts">
import { Button, Form, Modal } from 'ant-design-vue'
import { useTyping } from '../client/kept-typing.ts'
import { useEscape } from './escape.ts'

/**
 * A dialog with a form in it: one press sends it, another leaves everything as it was, and what went wrong stands below. A press
 * beside it closes it only while nothing is typed.
 */
withDefaults(
  defineProps<{
    title: string
    ok: string
    cancel?: string
    /** Nothing can be sent now: it is on its way, or something is missing. */
    blocked?: boolean
    trouble?: string | null
    width?: number
  }>(),
  { blocked: false, trouble: null, width: 640, cancel: 'Leave it' },
)
const emit = defineEmits<{ go: []; close: [] }>()
const typing = useTyping()
useEscape(() => emit('close'))
</script>

<template>
  <Modal
    open
    :title="title"
    :ok-text="ok"
    :cancel-text="cancel"
    :ok-button-props="{ disabled: blocked }"
    :width="width"
    :keyboard="false"
    :mask-closable="!typing?.typed"
    @ok="$emit('go')"
    @cancel="$emit('close')"
  >
    <Form layout="vertical" @submit.prevent="$emit('go')">
      <p v-if="typing?.resumed" class="quiet" role="status">
        <template v-if="typing.movedOn"
          >What this is about has changed since you typed here. Look at each field before you send it.</template
        >
        <template v-else>What you typed here before still stands.</template>
        <Button type="link" @click="typing.startOver()">Start over</Button>
      </p>
      <slot />
      <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    </Form>
  </Modal>
</template>
