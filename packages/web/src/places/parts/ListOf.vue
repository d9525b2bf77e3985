<script setup lang="ts" generic="Item">
import { Button } from 'ant-design-vue'

/** Rows of fields that can be added and taken out again. */
const items = defineModel<Item[]>({ required: true })
defineProps<{ /** Names one of them: “tool”. */ what: string; blank: () => Item }>()
defineSlots<{ default: (given: { item: Item; at: number }) => unknown; more?: () => unknown }>()
</script>

<template>
  <div>
    <div
      v-for="(item, at) in items"
      :key="at"
      class="item flex flex-wrap gap-x-3 gap-y-1.5 px-0 py-1.5 border-b border-b-rule"
      role="group"
      :aria-label="`${what} ${at + 1}`"
    >
      <slot :item="item" :at="at" />
      <Button type="link" :aria-label="`Take out ${what} ${at + 1}`" @click="items.splice(at, 1)">take out</Button>
    </div>
  </div>
  <p class="ways flex flex-wrap gap-x-3 gap-y-1 mx-0 mt-1 mb-0">
    <Button type="link" @click="items.push(blank())">Add a {{ what }}</Button>
    <slot name="more" />
  </p>
</template>

<style scoped>
.item {
  align-items: end;
}
.item > :deep(.field) {
  flex: 1 1 104px;
  max-width: 240px;
}
.item > :deep(.field.wide) {
  flex-grow: 2;
}
.item > :deep(.ant-checkbox-wrapper) {
  min-height: 44px;
  align-items: center;
}
@media (min-width: 861px) {
  /* What the columns are is said above the first row; a screen reader hears it at every field. */
  .item:not(:first-child) > :deep(.field > label) {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
.ways {
  align-items: center;
}
</style>
