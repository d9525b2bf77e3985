import type { PartOutline } from '@rook/core'
import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { ok, serverThat } from '../../../test/answers.ts'
import { put, textOf } from '../../../test/mounting.ts'
import OutlineFrom from './OutlineFrom.vue'

/** A half section, its front end on the left, in millimetres. */
const READ = {
  unit: 'mm',
  pixels: false,
  layers: [
    {
      name: '0',
      hidden: false,
      lines: [
        {
          closed: false,
          points: [
            [10, 0],
            [10, 9],
            [34, 9],
            [34, 0],
          ],
        },
      ],
    },
  ],
  leftOut: [],
}
const ATTACHED = [{ name: 'shallot.dxf', checksum: 'a'.repeat(64) }]

afterEach(() => vi.unstubAllGlobals())

async function open(turned: boolean) {
  const sent = serverThat({ 'POST /api/outlines/read': ok(READ) })
  const asked = fetch
  vi.stubGlobal('fetch', (url: string, init?: RequestInit) =>
    String(url).startsWith('/api/kept-files/') ? Promise.resolve(new Response('0\nSECTION')) : asked(url, init),
  )
  let outline: PartOutline | null = null
  const box = put(OutlineFrom, {
    modelValue: null,
    turned,
    attached: ATTACHED,
    'onUpdate:modelValue': (value: PartOutline | null) => (outline = value),
  })
  await box
    .findAll('button')
    .find((one) => one.text() === 'Use shallot.dxf')!
    .trigger('click')
  await flushPromises()
  const pick = async (label: string, choice: number | string) => {
    box
      .findAllComponents({ name: 'PickField' })
      .find((one) => one.props('label') === label)!
      .vm.$emit('update:modelValue', choice)
    await flushPromises()
  }
  return { box, sent, pick, outline: () => outline as PartOutline | null }
}

describe('an outline from a file', () => {
  it('is read from what is attached to the revision, under its own name', async () => {
    const { sent, box } = await open(false)
    expect(sent.at(-1)).toMatchObject({ body: { name: 'shallot.dxf', file: btoa('0\nSECTION') } })
    expect(textOf(box)).toContain('Press the place on the part where part zero is, or choose a corner.')
  })

  it('of a turned part counts Z from its front end, whichever way the file shows it', async () => {
    const { pick, outline, box } = await open(true)
    expect(textOf(box)).toContain('on the axis')
    await pick('Its front end is', 'left')
    await pick('Part zero', 0)
    expect(outline()?.lines[0]!.points).toEqual([
      [0, 0],
      [0, 9_000_000],
      [-24_000_000, 9_000_000],
      [-24_000_000, 0],
    ])
    // The other way round the same file reads from its right end.
    await pick('Its front end is', 'right')
    expect(outline()).toBeNull()
    await pick('Part zero', 0)
    expect(outline()?.lines[0]!.points[0]).toEqual([-24_000_000, 0])
  })
})
