import { readInsert } from '../../assembly/index.ts'
import type { Nm } from '../../length/index.ts'
import type { MountedTool } from '../../scene/index.ts'

/** The nose radius that is on record with the tool: its own RE, or what its insert\u2019s designation says. */
export function onRecord(tool: Pick<MountedTool, 'properties' | 'insert'> | null): Nm | null {
  if (!tool) return null
  if (tool.properties.RE !== undefined) return tool.properties.RE
  const read = tool.insert ? readInsert(tool.insert) : null
  return read && typeof read !== 'string' ? read.radius : null
}
