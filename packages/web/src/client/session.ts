import type { Person, Role, Session, Shop } from '@rook/contract'
import { CALLS, type CallName } from '@rook/contract/calls'
import { mayDo, whoMay } from '@rook/contract/roles'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { call, showPerson } from './call.ts'

const CHANNEL = 'rook-session'

/** Who is signed in on this browser, and the shop they work in. Tabs tell each other when that changes. */
export const useSession = defineStore('session', () => {
  const session = ref<Session | null>(null)
  const asked = ref(false)
  let tabs: BroadcastChannel | null = null

  /** From here on other tabs say when somebody signs in or out there, and are told what is done here. */
  function hearTabs(): void {
    tabs = new BroadcastChannel(CHANNEL)
    tabs.addEventListener('message', () => void ask().catch(() => undefined))
  }

  function set(now: Session | null): void {
    session.value = now
    showPerson(now?.person.id ?? null)
    asked.value = true
  }
  function tell(now: Session | null): void {
    set(now)
    tabs?.postMessage('changed')
  }

  async function ask(): Promise<void> {
    set(await call('session'))
  }

  async function signIn(person: string, pin: string): Promise<void> {
    tell(await call('signIn', { body: { person, pin } }))
  }

  async function signOut(): Promise<void> {
    await call('signOut')
    tell(null)
  }

  /** Why the person may not make a call, or what takes a role; null when they may. */
  function mayNot(to: CallName | { least: Role }, what?: string): string | null {
    const least = typeof to === 'string' ? CALLS[to].access : to.least
    if (least === 'anyone') return null
    return session.value && mayDo(session.value.person.role, least) ? null : whoMay(least, what)
  }

  return {
    asked,
    person: computed<Person | null>(() => session.value?.person ?? null),
    shop: computed<Shop | null>(() => session.value?.shop ?? null),
    hearTabs,
    ask,
    signIn,
    signOut,
    mayNot,
    /** A shop was opened here, and its first lead is signed in. */
    opened: tell,
    changedShop: (shop: Shop) => session.value && tell({ ...session.value, shop }),
    forget: () => set(null),
  }
})
