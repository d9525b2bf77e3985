<script setup lang="ts">
import { Alert, Button } from 'ant-design-vue'
import { onErrorCaptured, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { reportFault } from '../client/report-fault.ts'
import GoTo from '../ui/GoTo.vue'

/**
 * Around every place: one that fails says so instead of staying blank, and the rail and what was typed stay. The fault goes to
 * the server’s log. A fault inside a press of a button leaves the place as it is.
 */
const route = useRoute()
const broken = ref(false)
const slipped = ref(false)
const attempt = ref(0)

/** How Vue calls what was going on, in full while developing and by number in what is built. */
const HANDLER = /event handler|runtime-(5|6)$/

onErrorCaptured((error, _instance, info) => {
  reportFault(error, info)
  if (HANDLER.test(info)) slipped.value = true
  else broken.value = true
  return false
})

function again(): void {
  attempt.value++
  broken.value = slipped.value = false
}
watch(() => route.fullPath, again)
</script>

<template>
  <div v-if="broken" class="page">
    <Alert
      type="warning"
      show-icon
      message="This place could not be shown"
      description="What you typed is kept on this tablet. The fault is in the server’s log, with the time and this address."
    />
    <p class="ways flex flex-wrap gap-3 mx-0 mt-4 mb-0">
      <Button type="primary" size="large" @click="again">Try again</Button>
      <GoTo size="large" to="/floor">Go to the floor</GoTo>
    </p>
  </div>
  <template v-else>
    <p v-if="slipped" class="query m-0 px-6 py-1" role="alert">
      That press did not do what it should; nothing was recorded by it. The fault is in the server’s log.
      <Button type="link" @click="slipped = false">Understood</Button>
    </p>
    <div :key="attempt" class="contents"><slot /></div>
  </template>
</template>
