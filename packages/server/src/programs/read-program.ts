import { atWork } from '../base/files/at-work.ts'
import { DepthMap, readProgram, type Dialect, type ProgramRead } from '@rook/core'

import { piecesOf } from './decode.ts'
import { unpacked } from './unpack.ts'

/** A kept program and how the machine understands it. */
export interface ToRead {
  content: Uint8Array
  dialect: Dialect
}

function read({ content, dialect }: ToRead): ProgramRead {
  const bytes = unpacked(content)
  const depths = new DepthMap(dialect)
  const found = readProgram(() => piecesOf(bytes), dialect, depths.push)
  return { ...found, depths: depths.end() }
}

export default atWork((asked: ToRead) => read(asked))
