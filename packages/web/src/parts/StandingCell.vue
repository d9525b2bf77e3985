<script setup lang="ts">
import { isSuspect, standingNote, type RegisterKey, type Scene } from '@rook/core'
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import { inOther } from '../app/other-unit.ts'
import { useSession } from '../app/session.ts'
import { when } from '../app/time.ts'
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
  <td :data-register="register" :data-standing="note.word" :class="{ line }">
    <RouterLink v-if="standing" class="value" :to="{ name: 'entry', params: { entry: standing.entry } }" :title="note.because ?? undefined">
      <span class="figure" :class="{ stop: suspect, other: inOther }"
        >{{ figure.sign }}<span :class="`standing-${note.word.replaceAll(' ', '-')}`">{{ figure.digits }}</span></span
      >
      <span v-if="!brief || suspect" class="small" :class="suspect ? 'stop' : 'quiet'"
        >{{ word }},
        <template v-for="(piece, at) in pieces" :key="at"
          ><span class="time">{{ piece }}</span
          >{{ ' ' }}</template
        ></span
      >
    </RouterLink>
    <span v-else class="value"><span class="figure standing-unset">unset</span></span>
    <Button v-if="mayDisturb && standing && !suspect" type="link" class="mark small" @click="$emit('disturb', register)"
      >it was knocked</Button
    >
  </td>
</template>

<style scoped>
td {
  border-bottom: 1px solid var(--rule);
  padding: 4px 10px 4px 0;
  vertical-align: top;
  text-align: right;
}
.value {
  display: grid;
  justify-items: end;
  min-height: 44px;
  align-content: center;
  color: inherit;
  text-decoration: none;
}
.figure {
  font-size: 20px;
}
.other {
  font-size: 16px;
}
.mark {
  padding: 0;
  opacity: 0;
}
tr:hover .mark,
.mark:focus-visible {
  opacity: 1;
}
.time {
  white-space: nowrap;
}
.line {
  white-space: nowrap;
}
.line .mark {
  float: left;
}
.line .value {
  display: inline-flex;
  flex-direction: row-reverse;
  align-items: baseline;
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
    flex-wrap: wrap;
    gap: 0 8px;
    line-height: 1.3;
  }
  .figure {
    font-size: 16px;
  }
  td {
    padding-right: 6px;
  }
}
</style>
