import { gravestFirst } from '../../check/index.ts'
import type { GoCheck, GoFinding } from './finding.ts'
import { slots } from './slots.ts'
import { stock } from './stock.ts'
import { text } from './text.ts'
import { tools } from './tools.ts'
import { turned } from './turned.ts'
import { travel } from './travel.ts'
import { written } from './written.ts'
import type { ProgramRead } from '../read.ts'
import type { Scene } from '../../scene/index.ts'

/** Everything that a program is held against, in the order it is shown. A new one is a file and a line here. */
const CHECKS: readonly GoCheck[] = [slots, tools, turned, travel, stock, written, text]

/** What a program and the record of its setup say of each other: stops first, then queries, then what is clear. */
export function goFindings(read: ProgramRead, scene: Scene): GoFinding[] {
  return CHECKS.flatMap((check) => check({ read, scene })).sort(gravestFirst)
}

export type { GoFinding, Mend } from './finding.ts'
