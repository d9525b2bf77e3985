<script setup lang="ts">
import type { PersonRecord } from '@rook/contract'
import { Button, Table } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useContextLine } from '../../client/context.ts'
import { usePeople, usePersonRecords } from '../../client/queries.ts'
import { useSession } from '../../client/session.ts'
import { calendarDay, clockTime } from '../../client/time.ts'
import { useSend } from '../../client/use-send.ts'
import OwnPin from './OwnPin.vue'
import PersonDialog from './PersonDialog.vue'
import ShopSettings from './ShopSettings.vue'

const session = useSession()
const isLead = computed(() => session.mayNot('changePerson') === null)
const everybody = usePersonRecords(isLead)
const people = usePeople()
useContextLine(() => ['Shop'])

type Row = Pick<PersonRecord, 'id' | 'name' | 'role'> & Partial<PersonRecord>
const rows = computed<Row[]>(() => (isLead.value ? everybody.data.value : people.data.value?.people) ?? [])
const columns = computed(() => [
  { title: 'Name', dataIndex: 'name', key: 'name' },
  { title: 'Role', dataIndex: 'role', key: 'role' },
  ...(isLead.value
    ? [
        { title: 'State', key: 'state' },
        { title: '', key: 'change' },
      ]
    : []),
])
const dialog = ref<Row | 'new' | null>(null)
const { trouble, send } = useSend()

const isWaiting = ({ pausedUntil }: Row) => Boolean(pausedUntil && pausedUntil > new Date().toISOString())
function stateOf(row: Row): string {
  if (row.leftAt) return `gone since ${calendarDay(row.leftAt, session.shop)}`
  return isWaiting(row) ? `wrong PINs, waits until ${clockTime(row.pausedUntil!, session.shop)}` : 'at work'
}
</script>

<template>
  <div class="page">
    <h1>Shop and people</h1>
    <p v-if="!isLead" class="quiet">{{ session.mayNot('changePerson') }} You can change your own PIN.</p>
    <Table class="max-w-215 mb-4" :columns="columns" :data-source="rows" row-key="id" :pagination="false" size="middle">
      <template #bodyCell="{ column, record }">
        <template v-if="column.key === 'state'">
          <span :class="{ query: isWaiting(record as Row), quiet: record.leftAt }">{{ stateOf(record as Row) }}</span>
          <Button v-if="isWaiting(record as Row)" type="link" @click="send('liftPause', { params: { id: record.id } })"
            >let them try now</Button
          >
        </template>
        <Button v-else-if="column.key === 'change'" type="link" :aria-label="`Change ${record.name}`" @click="dialog = record as Row">
          change
        </Button>
      </template>
    </Table>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <Button v-if="isLead" type="primary" @click="dialog = 'new'">Add a person</Button>
    <div class="flex flex-wrap gap-x-14 gap-y-5 mt-7">
      <OwnPin />
      <ShopSettings v-if="isLead && session.shop" :shop="session.shop" />
    </div>
    <PersonDialog v-if="dialog" :person="dialog === 'new' ? null : dialog" @close="dialog = null" />
  </div>
</template>
