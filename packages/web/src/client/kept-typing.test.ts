import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { defineComponent, h, nextTick, reactive, ref, type Ref } from 'vue'
import FormDialog from '../ui/FormDialog.vue'
import type { Outcome } from './use-send.ts'
import { useKeptTyping } from './kept-typing.ts'

let wrappers: { unmount(): void }[] = []
beforeEach(() => localStorage.clear())
afterEach(() => {
  for (const one of wrappers) one.unmount()
  wrappers = []
  document.body.innerHTML = ''
})

/** A dialog with a reason and a form in it, as a person opens it. */
function open(name = 'job:new', starts = '', more: Record<string, string> = {}) {
  const outcome = ref<Outcome>({ kind: 'idle' }) as Ref<Outcome>
  const closed = ref(0)
  let fields!: { reason: Ref<string>; form: { part: string; lines: string[] }; gauge: Ref<Record<string, string>> }
  const Dialog = defineComponent({
    setup() {
      fields = {
        reason: ref(starts),
        form: reactive({ part: '', lines: [] as string[] }),
        gauge: ref<Record<string, string>>({ name: '', ...more }),
      }
      useKeptTyping(name, fields, { outcome })
      return () => h(FormDialog, { title: 'A job', ok: 'Add it', onClose: () => closed.value++ }, () => h('input', { id: 'inside' }))
    },
  })
  const wrapper = mount(Dialog, { attachTo: document.body })
  wrappers.push(wrapper)
  return { ...fields, outcome, closed, leave: () => wrapper.unmount() }
}
const press = (key: string) => document.querySelector('#inside')!.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
const beside = () => document.querySelector<HTMLElement>('.ant-modal-wrap')!.click()

describe('what is typed into a dialog', () => {
  it('stands there again when it is opened once more, and says so', async () => {
    const first = open()
    first.reason.value = 'the pallet is warped'
    await nextTick()
    // A change deep in a form alone is typing as well.
    first.form.lines.push('a', 'b')
    await nextTick()
    first.leave()
    const again = open()
    await nextTick()
    expect([again.reason.value, again.form.lines]).toEqual(['the pallet is warped', ['a', 'b']])
    expect(document.body.textContent).toContain('What you typed here before still stands.')
    expect(open('job:other').reason.value).toBe('')
  })

  it('goes on in a form that has got a field since, with that one as it is fresh', async () => {
    const before = open()
    before.gauge.value.name = 'Micrometer 50'
    await nextTick()
    before.leave()
    expect(open('job:new', '', { least: '0' }).gauge.value).toEqual({ name: 'Micrometer 50', least: '0' })
  })

  it('is gone once it is recorded, started over, or typed back', async () => {
    const first = open()
    first.reason.value = 'typed'
    await nextTick()
    first.outcome.value = { kind: 'recorded', entry: null }
    first.leave()
    const second = open()
    expect(second.reason.value).toBe('')
    second.reason.value = 'once more'
    await nextTick()
    second.leave()
    const third = open()
    await nextTick()
    ;[...document.querySelectorAll('button')].find(({ textContent }) => textContent?.includes('Start over'))!.click()
    await nextTick()
    expect(third.reason.value).toBe('')
    third.leave()
    expect(open().reason.value).toBe('')
  })

  it('says that what it is about has changed since', async () => {
    const first = open('job:7', 'as it was')
    first.reason.value = 'mine'
    await nextTick()
    first.leave()
    const again = open('job:7', 'as somebody else wrote it')
    await nextTick()
    expect(again.reason.value).toBe('mine')
    expect(document.body.textContent).toContain('has changed since you typed here')
  })
})

describe('a dialog', () => {
  it('is closed by a press beside it only while nothing is typed in it', async () => {
    const one = open()
    await nextTick()
    one.reason.value = 'typed'
    await nextTick()
    beside()
    expect(one.closed.value).toBe(0)
    one.reason.value = ''
    await nextTick()
    beside()
    expect(one.closed.value).toBe(1)
  })

  it('is closed by Escape, but not while a list is open in it', async () => {
    const one = open()
    await nextTick()
    const list = document.createElement('div')
    list.className = 'ant-select-dropdown'
    document.body.append(list)
    press('Escape')
    expect(one.closed.value).toBe(0)
    list.className = 'ant-select-dropdown ant-select-dropdown-hidden'
    press('Escape')
    expect(one.closed.value).toBe(1)
  })

  it('of two, the one on top is closed by Escape', async () => {
    const [under, top] = [open('a'), open('b')]
    await nextTick()
    press('Escape')
    expect([under.closed.value, top.closed.value]).toEqual([0, 1])
    top.leave()
    press('Escape')
    expect(under.closed.value).toBe(1)
  })
})

/** Dialogs in which nothing that is typed would be missed, each with the reason. */
const NOTHING_TO_KEEP: Readonly<Record<string, string>> = {
  'places/people/PersonDialog.vue': 'a PIN stands in it, which is never kept',
  'places/parts/RecordIn.vue': 'a file is chosen in it, which a browser does not keep',
  'places/programs/ChangeProgram.vue': 'nothing is sent: it makes a file of what is chosen',
  'routine/ReleaseDialog.vue': 'it stays as it is for as long as the routine is open; the PIN goes',
  'places/exchange/SettleDialog.vue': 'the figures and reasons in it are kept with the table',
  'places/setup/CarryDialog.vue': 'ticks say what is seen on the control at this moment',
  'shell/Finder.vue': 'what is sought',
}

describe('every dialog', () => {
  const FILES = import.meta.glob<string>('../**/*.vue', { query: '?raw', import: 'default', eager: true })
  const dialogs = Object.entries(FILES)
    .map(([path, text]) => ({ name: path.replace(/^\.\.\//, '').replace(/^\.\//, 'client/'), text }))
    .filter(({ text }) => /<(FormDialog|Modal)\b/.test(text))
  const hasFields = (text: string) => /<(TextField|WordField|CountField|Input|Textarea|PickField|MomentField|Checkbox)\b/.test(text)

  it('keeps what is typed into it, or is named with the reason', () => {
    const without = dialogs.filter(({ text }) => hasFields(text) && !text.includes('useKeptTyping(')).map(({ name }) => name)
    expect(without.sort()).toEqual(
      Object.keys(NOTHING_TO_KEEP)
        .filter((name) => without.includes(name))
        .sort(),
    )
  })
})
