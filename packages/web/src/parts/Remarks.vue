<script setup lang="ts">
import type { Remark, RemarkAbout } from '@rook/contract'
import { Button, Image } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRemarks } from '../client/queries.ts'
import { useSession } from '../client/session.ts'
import { when } from '../client/time.ts'

/** Notes, pictures and files on one thing of the shop, newest first. */
const props = defineProps<{ about: RemarkAbout; of: string }>()
const WORDS = computed(() =>
  props.about === 'revision'
    ? { title: 'Drawings', none: 'No drawing is attached.', add: 'Attach a drawing' }
    : { title: 'Notes', none: 'Nothing is noted.', add: 'Add a note or a picture' },
)
const session = useSession()
const remarks = useRemarks(
  () => props.about,
  () => props.of,
)
const RemarkDialog = defineAsyncComponent(() => import('./RemarkDialog.vue'))
const WithdrawDialog = defineAsyncComponent(() => import('./WithdrawDialog.vue'))
const adding = ref(false)
const withdrawing = ref<Remark | null>(null)
const stands = computed(() => (remarks.data.value ?? []).filter(({ withdrawn }) => withdrawn === null))
const gone = computed(() => (remarks.data.value ?? []).filter(({ withdrawn }) => withdrawn !== null))
const isAll = ref(false)
const shown = computed(() => (isAll.value ? [...stands.value, ...gone.value] : stands.value))
/** Whoever wrote it, and whoever plans. */
const mayWithdraw = ({ by }: Remark) => by === session.person?.name || !session.mayNot({ least: 'planner' })
const address = ({ checksum }: NonNullable<Remark['file']>) => `/api/kept-files/${checksum}`
const sizeOf = (bytes: number) => (bytes < 100_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`)
</script>

<template>
  <section :aria-label="WORDS.title">
    <div class="flex gap-3.5 items-baseline">
      <h2>{{ WORDS.title }}</h2>
      <Button v-if="!session.mayNot('addRemark')" type="link" @click="adding = true">{{ WORDS.add }}</Button>
    </div>
    <p v-if="remarks.data.value && stands.length === 0" class="quiet m-0">{{ WORDS.none }}</p>
    <ul class="list-none m-0 p-0">
      <li
        v-for="one in shown"
        :key="one.id"
        class="flex gap-3.5 px-0 py-2 border-b border-b-rule"
        :class="{ gone: one.withdrawn }"
        :data-remark="one.id"
      >
        <Image v-if="one.file?.kind === 'picture'" :src="address(one.file)" :alt="one.words || one.file.name" :width="150" />
        <div>
          <p v-if="one.words" class="m-0 whitespace-pre-line wrap-anywhere in-[.gone]:line-through">{{ one.words }}</p>
          <p v-if="one.file && one.file.kind !== 'picture'" class="m-0">
            <a :href="address(one.file)" download>{{ one.file.name }}</a> <span class="quiet small">{{ sizeOf(one.file.bytes) }}</span>
          </p>
          <p class="quiet small m-0">
            {{ one.by }}, {{ when(one.at, session.shop)
            }}<template v-if="one.withdrawn">; withdrawn by {{ one.withdrawn.by }}: {{ one.withdrawn.reason }}</template>
            <Button v-else-if="mayWithdraw(one)" type="link" size="small" @click="withdrawing = one">withdraw</Button>
          </p>
        </div>
      </li>
    </ul>
    <Button v-if="gone.length > 0 && !isAll" type="link" @click="isAll = true">{{ gone.length }} withdrawn</Button>
    <RemarkDialog v-if="adding" :about="about" :of="of" @close="adding = false" />
    <WithdrawDialog v-if="withdrawing" :remark="withdrawing" @close="withdrawing = null" />
  </section>
</template>
