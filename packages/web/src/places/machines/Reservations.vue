<script setup lang="ts">
import { reservedWords, type Scene } from '@rook/core'
import { Button } from 'ant-design-vue'
import { defineAsyncComponent, ref } from 'vue'
import { useSession } from '../../client/session.ts'
import { when } from '../../client/time.ts'
import { useSend } from '../../client/use-send.ts'

/** Slots of a machine that are kept for somebody. */
const props = defineProps<{ scene: Scene }>()
const session = useSession()
const reserving = ref(false)
const ReserveDialog = defineAsyncComponent(() => import('./ReserveDialog.vue'))
const { trouble, send } = useSend()
const end = (id: string) => send('endReservation', { params: { id } })
</script>

<template>
  <section aria-label="Slots kept for somebody">
    <ul v-if="scene.reserved.length > 0" class="list-none mx-0 mt-2 mb-0 p-0">
      <li v-for="one in scene.reserved" :key="one.id" :data-reserved="one.slot">
        {{ reservedWords(one) }}<template v-if="one.until">, until {{ when(one.until, session.shop) }}</template>
        <Button v-if="!session.mayNot('endReservation')" type="link" @click="end(one.id)">Give it free</Button>
      </li>
    </ul>
    <Button v-if="!session.mayNot('reserve')" type="link" @click="reserving = true">Keep a slot for somebody</Button>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <ReserveDialog v-if="reserving" :machine="props.scene.machine" @close="reserving = false" />
  </section>
</template>
