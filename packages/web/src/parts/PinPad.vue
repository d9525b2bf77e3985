<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { useEventListener } from '@vueuse/core'

const pin = defineModel<string>({ required: true })
const props = defineProps<{ disabled?: boolean; label?: string }>()
const emit = defineEmits<{ enter: [] }>()

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', 'back', '0', 'enter'] as const

function press(key: string): void {
  if (props.disabled) return
  if (key === 'back') pin.value = pin.value.slice(0, -1)
  else if (key === 'enter') {
    if (pin.value.length >= 4) emit('enter')
  } else if (pin.value.length < 8) pin.value += key
}

useEventListener('keydown', (event: KeyboardEvent) => {
  if ((event.target as HTMLElement).closest('input, textarea')) return
  if (/^\d$/.test(event.key)) press(event.key)
  else if (event.key === 'Backspace') press('back')
  else if (event.key === 'Enter' && pin.value.length >= 4) {
    event.preventDefault()
    press('enter')
  }
})
</script>

<template>
  <div>
    <div class="dots flex gap-3 h-8 items-center mb-3" :aria-label="pin.length === 1 ? '1 digit' : `${pin.length} digits`" role="status">
      <span
        v-for="n in Math.max(4, pin.length)"
        :key="n"
        class="w-3.5 h-3.5 border-2 border-quiet rounded-full [&.full]:bg-act [&.full]:border-act"
        :class="{ full: n <= pin.length }"
      />
    </div>
    <div class="keys grid grid-cols-[repeat(3,1fr)] gap-2">
      <Button
        v-for="key in KEYS"
        :key="key"
        :type="key === 'enter' ? 'primary' : 'default'"
        :disabled="disabled || (key === 'enter' && pin.length < 4)"
        @click="press(key)"
      >
        {{ key === 'back' ? 'Back' : key === 'enter' ? (label ?? 'Enter') : key }}
      </Button>
    </div>
  </div>
</template>

<style scoped>
.keys .ant-btn {
  height: 66px;
  font-size: 22px;
}
</style>
