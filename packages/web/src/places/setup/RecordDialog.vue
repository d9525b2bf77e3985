<script setup lang="ts">
import { Button, Modal } from 'ant-design-vue'

/** The setup record: on paper, as a document for another shop, or as this page is printed. */
const props = defineProps<{ setup: string; ended: boolean }>()
const emit = defineEmits<{ close: [] }>()
const at = `/api/setups/${encodeURIComponent(props.setup)}/record`
const WAYS = [
  { label: 'On A4', href: `${at}.pdf?paper=a4`, download: undefined },
  { label: 'On Letter', href: `${at}.pdf?paper=letter`, download: undefined },
  { label: 'As a document for another shop', href: at, download: 'setup-record.json' },
] as const
</script>

<template>
  <Modal open title="Setup record" :footer="null" :width="520" @cancel="emit('close')">
    <p class="quiet">
      Zeros, tools, gauges, answers, first run, parts and notes, as they stand {{ ended ? 'since the setup ended' : 'now' }}. The square
      code on paper opens this page.
    </p>
    <p class="ways grid gap-2.5">
      <Button
        v-for="{ label, href, download } in WAYS"
        :key="label"
        size="large"
        :href="href"
        :download="download ?? ''"
        block
        @click="emit('close')"
        >{{ label }}</Button
      >
    </p>
  </Modal>
</template>
