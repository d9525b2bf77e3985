import { mount, type DOMWrapper, type VueWrapper } from '@vue/test-utils'
import { VueQueryPlugin } from '@tanstack/vue-query'
import type { Role } from '@rook/contract'
import { createPinia, type Pinia } from 'pinia'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import { useSession } from '../src/client/session.ts'

/** A page as a lead sees it, who may do everything. */
export function signedIn(role: Role = 'lead'): Pinia {
  const pinia = createPinia()
  const person = { id: 'oakhanger', name: 'T. Oakhanger', role }
  useSession(pinia).opened({
    person,
    shop: {
      name: 'Works',
      timeZone: 'Europe/London',
      idleMinutes: 30,
      localMachines: false,
      asks: [],
      firstRun: [],
      address: '',
      shifts: [],
      seal: null,
    },
  })
  return pinia
}

/**
 * Puts a component on a page with what every page has: store, queries, and links that lead nowhere.
 * @param at the address that the page has; none where it does not matter
 */
export function put(
  component: Component,
  props: Record<string, unknown>,
  { role, at, ...options }: { slots?: Record<string, string>; role?: Role; at?: string } = {},
): VueWrapper {
  const Nowhere = { template: '<span/>' }
  const names = [
    'tool',
    'machine-tools',
    'values-out',
    'drawer',
    'entry',
    'setup',
    'step',
    'gauge',
    'gauges',
    'machine',
    'job',
    'ledger',
    'setups',
    'part',
    'parts',
    'operation',
    'new-operation',
    'change-operation',
    'handover',
    'stood',
    'go',
    'program',
    'practice',
    'held',
  ]
  const history = createMemoryHistory()
  if (at) history.replace(at)
  const router = createRouter({
    history,
    routes: [
      ...names.map((name) => ({
        path: `/${name}/:entry?/:setup?/:step?/:machine?/:assembly?/:gauge?/:part?/:operation?/:issue?`,
        name,
        component: Nowhere,
      })),
      { path: '/:rest(.*)*', component: Nowhere },
    ],
  })
  // The component is any of them, so its own props cannot be named here.
  const mountAny = mount as unknown as (component: Component, options: object) => VueWrapper
  return mountAny(component, {
    props,
    global: { plugins: [signedIn(role), VueQueryPlugin, router] },
    attachTo: document.body,
    ...options,
  })
}

/** The control under a label, as a person finds it. */
export function labelled(wrapper: VueWrapper, words: string): DOMWrapper<HTMLInputElement> {
  const label = wrapper.findAll('label').find((one) => one.text() === words)
  if (!label) throw new Error(`nothing is labelled ${words}`)
  return wrapper.find<HTMLInputElement>(`#${label.attributes('for')}`)
}

/** The text on the screen, as it is read: a space between one element and the next. */
export function textOf(wrapper: { element: Node }): string {
  const walker = document.createTreeWalker(wrapper.element, NodeFilter.SHOW_TEXT)
  const texts: string[] = []
  for (let node = walker.nextNode(); node; node = walker.nextNode()) texts.push(node.textContent ?? '')
  return texts.join(' ').replace(/\s+/g, ' ').trim()
}
