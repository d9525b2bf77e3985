import { differing, heldAgainst, templateInForce, type RegisterKey, type Scene, type SettingTemplate } from '@rook/core'
import type { Lane } from '../base/db/transaction.ts'

/** How the ledger stands to what a control held when it was read last, registers by their keys. */
export interface BesideControl {
  /** ISO time at which it was read. */
  at: string
  differing: readonly RegisterKey[]
  /** In the ledger, and in no line that the control puts out. */
  notCompared: readonly RegisterKey[]
}

/** True where the control of a machine `m` is read over the wire now; what was read while it was says nothing afterwards. */
export const READS = `(SELECT k.reads_table FROM machine_connection k WHERE k.machine = m.id ORDER BY k.at DESC LIMIT 1)`

/** What the control of a machine `m` held when it was read last. */
export const CONTROL_TEXT = `(SELECT json_build_object('text', c.text, 'at', c.at) FROM control_read c WHERE c.machine = m.id AND c.text IS NOT NULL AND ${READS} ORDER BY c.at DESC LIMIT 1)`

interface ControlRead {
  read: { text: string; at: string } | null
  template: SettingTemplate | null
}

/** What the control held when it was read last, and the form in which its values are written. */
export async function controlReadOf({ client }: Pick<Lane, 'client'>, machine: string): Promise<ControlRead> {
  const { rows } = await client.query<ControlRead>({
    name: 'control-text',
    text: `SELECT ${CONTROL_TEXT} AS read, m.template FROM machine m WHERE m.id = $1`,
    values: [machine],
  })
  return rows[0] ?? { read: null, template: null }
}

/**
 * Registers whose figure, as the control was read last, differs from the ledger's now, and those that no table says anything of.
 * @returns null where no control was read, or what it put out cannot be understood
 */
export function besideControl({ read, template }: ControlRead, scene: Scene): BesideControl | null {
  if (read === null) return null
  const held = heldAgainst(read.text, scene, templateInForce(template, scene.machine), { whole: true })
  return 'refused' in held
    ? null
    : { at: new Date(read.at).toISOString(), differing: differing(held), notCompared: held.notCompared.map(({ register }) => register) }
}
