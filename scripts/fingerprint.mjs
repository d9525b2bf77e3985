// One hash over sources and the lock file: what was built from them is built again when it is another one.
import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { ROOT } from './house.mjs'

/** Files in these folders, from the root of the checkout, without what is built or installed. */
export const filesIn = (folders) =>
  folders
    .flatMap((folder) =>
      readdirSync(`${ROOT}/${folder}`, { recursive: true, withFileTypes: true })
        .filter((entry) => entry.isFile())
        .map((entry) => `${entry.parentPath ?? entry.path}/${entry.name}`.slice(ROOT.length + 1)),
    )
    .filter((path) => !/\/(dist|node_modules)\//.test(path))
    .sort()

export function fingerprint(files) {
  const hash = createHash('sha256').update(readFileSync(`${ROOT}/package-lock.json`))
  for (const path of files) hash.update(path).update(readFileSync(`${ROOT}/${path}`))
  return hash.digest('hex')
}
