import { effectScope, nextTick, ref, type EffectScope, type Ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { isKept, useKeptForm } from './kept-form.ts'

interface Shape {
  name: string
  slots: { code: string }[]
}

let scopes: EffectScope[] = []
beforeEach(() => localStorage.clear())
afterEach(() => {
  for (const scope of scopes) scope.stop()
  scopes = []
})

/** A screen with the form on it; opened once more it is the same tablet after a reload. */
function screen(record: Ref<Shape | null>, name = 'machine:mill-1') {
  const scope = effectScope()
  scopes.push(scope)
  const kept = scope.run(() =>
    useKeptForm(
      () => name,
      () => record.value,
    ),
  )!
  return { ...kept, close: () => scope.stop() }
}
const record = () => ref<Shape | null>({ name: 'Mill 1', slots: [{ code: 'G54' }] }) as Ref<Shape | null>

describe('a form over a record', () => {
  it('is there when the record is, and keeps nothing until something is typed', async () => {
    const late = ref<Shape | null>(null) as Ref<Shape | null>
    const { form, resumed } = screen(late)
    expect(form.value).toBeNull()
    late.value = record().value
    await nextTick()
    expect(form.value).toEqual(late.value)
    expect(form.value).not.toBe(late.value)
    expect(resumed.value).toBe(false)
    expect(isKept('machine:mill-1')).toBe(false)
  })

  it('has what was typed after a reload, and says so', async () => {
    const stands = record()
    const before = screen(stands)
    before.form.value!.slots.push({ code: 'G55' })
    await nextTick()
    before.close()
    const after = screen(stands)
    expect(after.form.value!.slots).toEqual([{ code: 'G54' }, { code: 'G55' }])
    expect(after.resumed.value).toBe(true)
    expect(after.movedOn.value).toBe(false)
    expect(screen(stands, 'machine:mill-2').resumed.value).toBe(false)
  })

  it('lets go of it when it is typed back, given up or sent', async () => {
    const stands = record()
    const { form, begin } = screen(stands)
    form.value!.name = 'Mill 9'
    await nextTick()
    expect(isKept('machine:mill-1')).toBe(true)
    form.value!.name = 'Mill 1'
    await nextTick()
    expect(isKept('machine:mill-1')).toBe(false)
    form.value!.name = 'Mill 9'
    await nextTick()
    begin()
    await nextTick()
    expect(form.value!.name).toBe('Mill 1')
    expect(isKept('machine:mill-1')).toBe(false)
  })

  it('follows the record while untouched; once touched it only says that the record is another one', async () => {
    const stands = record()
    const { form, movedOn } = screen(stands)
    stands.value = { name: 'Mill One', slots: [] }
    await nextTick()
    expect(form.value!.name).toBe('Mill One')
    form.value!.name = 'Mill 7'
    stands.value = { name: 'Mill Two', slots: [] }
    await nextTick()
    expect(form.value!.name).toBe('Mill 7')
    expect(movedOn.value).toBe(true)
  })

  it('says after a reload as well that the record was changed meanwhile', async () => {
    const stands = record()
    const before = screen(stands)
    before.form.value!.name = 'Mill 7'
    await nextTick()
    before.close()
    stands.value = { name: 'Mill Two', slots: [] }
    const after = screen(stands)
    expect([after.form.value!.name, after.resumed.value, after.movedOn.value]).toEqual(['Mill 7', true, true])
  })

  it('starts over from what is kept in another shape, or is no text of a form at all', () => {
    for (const kept of ['{"from":"","typed":{"name":"x"}}', 'not json', 'null', '{}']) {
      localStorage.setItem('rook:form:machine:mill-1', kept)
      expect(screen(record()).form.value!.name).toBe('Mill 1')
    }
  })
})
