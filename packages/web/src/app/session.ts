import { api, type Person, type Session, type Shop } from '@rook/contract'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { call } from './call.ts'

/** Who is signed in on this browser, and the shop they work in. */
export const useSession = defineStore('session', () => {
  const session = ref<Session | null>(null)
  const asked = ref(false)

  async function ask(): Promise<void> {
    session.value = await call(api.session)
    asked.value = true
  }

  async function signIn(person: string, pin: string): Promise<void> {
    session.value = await call(api.signIn, { body: { person, pin } })
    asked.value = true
  }

  async function signOut(): Promise<void> {
    await call(api.signOut)
    session.value = null
  }

  return {
    asked,
    person: computed<Person | null>(() => session.value?.person ?? null),
    shop: computed<Shop | null>(() => session.value?.shop ?? null),
    ask,
    signIn,
    signOut,
    forget: () => (session.value = null),
  }
})
