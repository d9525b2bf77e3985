// npm run test:types:house: types of the projects named, one after the other, by the compiler that is quickest; single-file components
// and typed lint are read by the older one, which both bring a program `tsc`, so this one is asked for by its own name.
import { spawnSync } from 'node:child_process'
import { ROOT } from './house.mjs'

for (const project of process.argv.slice(2)) {
  const { status } = spawnSync(process.execPath, [`${ROOT}/node_modules/typescript-7/bin/tsc`, '-p', project], {
    cwd: ROOT,
    stdio: 'inherit',
  })
  if (status !== 0) process.exit(status ?? 1)
}
