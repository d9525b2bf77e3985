<script setup lang="ts">
import { Collapse, CollapsePanel } from 'ant-design-vue'
import { GUIDE, type Convention } from './record-guide.ts'

/** What each convention means, and how it is found out at the machine without a manual. */
const props = defineProps<{ asked: readonly Convention[] }>()
const shown = () => props.asked.map((id) => ({ id, ...GUIDE[id] }))
</script>

<template>
  <section class="mt-6" aria-label="How to find it out">
    <h2>Not sure? How to find it out at the machine</h2>
    <Collapse ghost>
      <CollapsePanel v-for="one in shown()" :key="one.id" :header="one.question" :data-guide="one.id">
        <p class="mx-0 mt-0 mb-1.5 max-w-180">{{ one.means }}</p>
        <ol class="mx-0 mt-0 mb-1.5 max-w-180">
          <li v-for="step in one.steps" :key="step">{{ step }}</li>
        </ol>
        <ul class="mx-0 mt-0 mb-1.5 max-w-180">
          <li v-for="{ sees, then } in one.answers" :key="sees">
            {{ sees }}: <strong>{{ then }}</strong>
          </li>
        </ul>
      </CollapsePanel>
    </Collapse>
  </section>
</template>
