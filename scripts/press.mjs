// The built interface's files pressed together beside themselves, in both ways that browsers take; the server sends those.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { ROOT } from './house.mjs'

/** Below this a header costs as much as is won. */
const WORTH_IT = 1_000
const folder = `${ROOT}/packages/web/dist/assets`

for (const name of readdirSync(folder).filter((one) => /\.(js|css|svg|json)$/.test(one))) {
  const bytes = readFileSync(`${folder}/${name}`)
  if (bytes.length < WORTH_IT) continue
  writeFileSync(`${folder}/${name}.gz`, gzipSync(bytes, { level: 9 }))
  const params = { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length }
  writeFileSync(`${folder}/${name}.br`, brotliCompressSync(bytes, { params }))
}
