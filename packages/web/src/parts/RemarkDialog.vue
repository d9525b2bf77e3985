<script setup lang="ts">
import type { RemarkAbout } from '@rook/contract'
import { LARGEST_FILE } from '@rook/contract/file-limits'
import { computed, ref } from 'vue'
import { asBase64 } from '../client/file.ts'
import { useSend } from '../client/use-send.ts'
import ChooseFile from '../ui/ChooseFile.vue'
import FormDialog from '../ui/FormDialog.vue'
import TextField from '../ui/TextField.vue'
import { useKeptTyping } from '../client/kept-typing.ts'

/** A note, with a picture or a file where somebody has one. */
const props = defineProps<{ about: RemarkAbout; of: string }>()
const emit = defineEmits<{ close: [] }>()
const words = ref('')
const file = ref<File | null>(null)
const { trouble, busy, send, outcome } = useSend()
useKeptTyping(`remark:${props.about}:${props.of}`, { words }, { outcome })
const isLarge = computed(() => (file.value?.size ?? 0) > LARGEST_FILE)
const ready = computed(() => (words.value.trim() !== '' || file.value !== null) && !isLarge.value)

async function add(): Promise<void> {
  if (!ready.value) return
  const sent = file.value && { name: file.value.name, content: await asBase64(file.value) }
  const kept = await send('addRemark', { body: { about: props.about, key: props.of, words: words.value, file: sent } })
  if (kept) emit('close')
}
</script>

<template>
  <FormDialog
    :title="about === 'revision' ? 'A drawing' : 'A note'"
    ok="Add it"
    :blocked="busy || !ready"
    :trouble="trouble"
    @go="add"
    @close="emit('close')"
  >
    <TextField
      v-model="words"
      :label="about === 'revision' ? 'Which sheet, or what it shows' : 'What the next person should know'"
      :rows="4"
      :maxlength="2000"
    />
    <p class="file flex gap-3 items-center mx-0 mt-3 mb-0">
      <ChooseFile
        accept="image/png,image/jpeg,image/webp,application/pdf,text/plain,.nc,.txt"
        label="A picture or a file"
        @chosen="file = $event"
        >A picture, a PDF or a text</ChooseFile
      >
      <span v-if="file">{{ file.name }}</span>
    </p>
    <p v-if="isLarge" class="query">
      The file has {{ Math.ceil(file!.size / 1e6) }} MB; {{ LARGEST_FILE / 1e6 }} MB is the most. Save it smaller.
    </p>
  </FormDialog>
</template>
