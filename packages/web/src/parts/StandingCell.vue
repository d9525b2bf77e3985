<script setup lang="ts">
import { isSuspect, standingNote, type RegisterKey, type Scene } from '@rook/core'
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { inOther } from '../client/other-unit.ts'
import { useSession } from '../client/session.ts'
import { when } from '../client/time.ts'
import { asRegister } from './written.ts'

const props = defineProps<{ register: RegisterKey; scene: Scene; mayDisturb?: boolean; brief?: boolean; line?: boolean }>()
defineEmits<{ disturb: [register: RegisterKey] }>()
const session = useSession()

const standing = computed(() => props.scene.standing[props.register])
const note = computed(() => standingNote(props.register, props.scene))
const suspect = computed(() => isSuspect(note.value))
/** A stroke through the figure must not swallow its minus: the sign stands before it. */
const figure = computed(() => {
  if (!standing.value) return { sign: '', digits: 'unset' }
  const text = asRegister(props.register, standing.value.value, props.scene.machine)
  return suspect.value && text.startsWith('\u2212') ? { sign: '\u2212', digits: text.slice(1) } : { sign: '', digits: text }
})
/** A date breaks between day and hour and nowhere else. */
const pieces = computed(() => (standing.value ? when(standing.value.at, session.shop).split(/(?<=,) /) : []))
const word = computed(() => (note.value.word === 'measured' && standing.value?.seen ? 'measured, seen' : note.value.word))
</script>

<template>
  <td
    class="border-b border-b-rule py-1 pl-0 pr-2.5 align-top text-right max-phone:pr-1.5"
    :data-register="register"
    :data-standing="note.word"
    :class="{ line }"
  >
    <RouterLink
      v-if="standing"
      class="value grid justify-items-end min-h-11 content-center text-inherit no-underline in-[.line]:inline-flex in-[.line]:items-baseline max-phone:in-[.line]:flex-wrap"
      :to="{ name: 'entry', params: { entry: standing.entry } }"
      :title="note.because ?? undefined"
    >
      <span class="figure" :class="{ stop: suspect, other: inOther }"
        >{{ figure.sign }}<span :class="`standing-${note.word.replaceAll(' ', '-')}`">{{ figure.digits }}</span></span
      >
      <span v-if="!brief || suspect" class="small" :class="suspect ? 'stop' : 'quiet'"
        >{{ word }},
        <template v-for="(piece, at) in pieces" :key="at"
          ><span class="whitespace-nowrap">{{ piece }}</span
          >{{ ' ' }}</template
        ></span
      >
    </RouterLink>
    <span
      v-else
      class="value grid justify-items-end min-h-11 content-center text-inherit no-underline in-[.line]:inline-flex in-[.line]:items-baseline max-phone:in-[.line]:flex-wrap"
      ><span class="figure standing-unset">unset</span></span
    >
    <Button v-if="mayDisturb && standing && !suspect" type="link" class="mark small p-0" @click="$emit('disturb', register)"
      >mark disturbed</Button
    >
  </td>
</template>

<style scoped>
.figure {
  font-size: 20px;
}
.other {
  font-size: 16px;
}
.mark {
  opacity: 0;
}
tr:hover .mark,
.mark:focus-visible {
  opacity: 1;
}
.line {
  white-space: nowrap;
}
.line .mark {
  float: left;
}
.line .value {
  flex-direction: row-reverse;
  gap: 12px;
  line-height: 44px;
}
@media (hover: none) {
  .mark {
    opacity: 1;
  }
}
@media (max-width: 760px) {
  .line {
    white-space: normal;
  }
  .line .value {
    gap: 0 8px;
    line-height: 1.3;
  }
  .figure {
    font-size: 16px;
  }
}
</style>
