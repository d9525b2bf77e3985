import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'

const read = (name: string) => readFileSync(new URL(`../../../${name}`, import.meta.url), 'utf8')
const FREE = /^(MIT|ISC|0BSD|BSD-[23]-Clause|Apache-2\.0|OFL-1\.1|CC0-1\.0|Unlicense|BlueOak-1\.0\.0|Python-2\.0)$/

it('NOTICE names every package that is shipped or built with whose licence asks for more, or is not said', () => {
  const { packages } = JSON.parse(read('package-lock.json')) as { packages: Record<string, { license?: string; dev?: true; link?: true }> }
  const others = Object.entries(packages).flatMap(([path, { license = '', dev, link }]) => {
    const name = path.split('node_modules/').at(-1)!
    return path.includes('node_modules/') && !dev && !link && !FREE.test(license) ? [name] : []
  })
  const notice = read('NOTICE')
  // Builds for each system stand for their package.
  const isNamed = (name: string) => notice.includes(name) || /^(lightningcss|@img\/sharp)-/.test(name)
  expect(others.filter((name) => !isNamed(name))).toEqual([])
  expect(others).toContain('png-js')
  for (const name of ['lightningcss', '@img/sharp-libvips-*', 'png-js']) expect(notice).toContain(name)
})
