import type { Role } from './roles.ts'

export type Method = 'get' | 'post' | 'put' | 'delete'

/** Who may call: anybody, or whoever has at least this role. */
export type Access = 'anyone' | Role

/** What can change without an entry, as it is announced. */
export type Thing = 'machine' | 'gauge' | 'assembly' | 'workpiece' | 'plan' | 'handover' | 'remark' | 'shop'

/** Where what is sent says which thing it changes: in the path, as the body's `id` or `key`; or it does not say. */
export type WhichThing = 'path' | 'id' | 'key' | 'unsaid'

/**
 * Which entries make an answer old: any; those of the machine, of the setup (or of its machine) or of no other setup than the one asked
 * for; those in a list as it is narrowed down; those that say something of this entry, of this gauge, of tools in the drawer; those that
 * begin, end, prove or count for a setup, and of these the ones of the setup asked for.
 */
export type EntriesThat = 'any' | 'machine' | 'setup' | 'own-setup' | 'listed' | 'refers' | 'gauge' | 'tools' | 'setups' | 'counts'

interface Common {
  /** With `{name}` for parameters, as OpenAPI writes it. */
  path: string
  access: Access
  /** How long whoever calls waits for an answer, seconds. The server gives up sooner, so that nothing is recorded after somebody was told that no answer came. */
  patience: number
}

interface Read extends Common {
  method: 'get'
  /** What makes an answer old: a thing, any or the one that was asked for, or entries. A page asks again for nothing else. */
  oldBy: Partial<Record<Thing, 'any' | 'own'>> & { entry?: EntriesThat }
}

interface Write extends Common {
  method: Exclude<Method, 'get'>
  /** Its body has an id of its own, so that what became of it can be asked afterwards. */
  named: boolean
  /** How large its body may be: figures of many tools, or a whole file. Only somebody signed in may send a file. */
  size: 'none' | 'small' | 'figures' | 'file'
  /** What it changes that is no entry; an entry that it makes is in its answer. */
  changes: Partial<Record<Thing, WhichThing>>
}

/** Every fact of a call that is no schema, so that a browser does without the schemas. */
export type Call = Read | Write
export type Calls = Readonly<Record<string, Call>>
