import { readAddress } from '../base/address.ts'
import { EVERY_DAY, FIRST_RUN, GO_STAGES, shiftOverlaps } from '@rook/core'
import { z } from 'zod'
import { instant } from '../base/lengths.ts'
import { ROLES } from '../base/roles.ts'

export const roleSchema = z.enum(ROLES)

export const personSchema = z.object({ id: z.string(), name: z.string(), role: roleSchema }).meta({ id: 'Person' })

/** As a lead sees a person: since when gone, and whether wrong PINs keep somebody waiting. */
export const personRecord = personSchema
  .extend({ leftAt: instant.nullable(), pausedUntil: instant.nullable() })
  .meta({ id: 'PersonRecord' })
export type PersonRecord = z.infer<typeof personRecord>
export type Person = z.infer<typeof personSchema>

export const pinSchema = z.string().regex(/^\d{4,8}$/, { error: 'PIN: four to eight digits.' })

export const signInBody = z.object({ person: z.string().max(60), pin: pinSchema }).meta({ id: 'SignIn' })

const personName = z.string().trim().min(1, { error: 'Name: write the person\u2019s name.' }).max(60)

export const personInput = z.object({ name: personName, role: roleSchema, pin: pinSchema }).meta({ id: 'PersonInput' })

/** What a lead changes of a person; `gone` keeps the entries and ends the sessions. */
export const personChange = z.object({ name: personName, role: roleSchema, gone: z.boolean() }).meta({ id: 'PersonChange' })

export const ownPinBody = z.object({ old: pinSchema, pin: pinSchema }).meta({ id: 'OwnPin' })

const hour = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: 'Shift: a time of day, as 06:00.' })
const shift = z.object({
  name: z.string().trim().min(1, { error: 'Shift: give it a name.' }).max(40),
  starts: hour,
  ends: hour,
  /** ISO 8601 weekdays on which it begins, 1 for Monday. */
  days: z
    .array(z.int().min(1).max(7))
    .min(1, { error: 'Shift: choose the days on which it begins.' })
    .max(7)
    .default([...EVERY_DAY]),
})

export const shopInput = z
  .object({
    name: z.string().trim().min(1, { error: 'Shop: write its name.' }).max(80),
    timeZone: z.string().refine(isTimeZone, { error: 'Time zone: as in Europe/London.' }),
    /** Minutes without a touch after which a tablet asks for a PIN again. */
    idleMinutes: z.int().min(1, { error: 'Idle time: a minute at least.' }).max(720, { error: 'Idle time: twelve hours at most.' }),
    address: z
      .string()
      .trim()
      .max(200)
      .refine((text) => text === '' || readOrigin(text) !== null, {
        error: 'Address: write it as in http://ledger.shop:4070, without anything behind it.',
      })
      .transform((text) => (text === '' ? '' : readOrigin(text)!))
      .default('')
      .meta({ description: 'Where people open the ledger. Once it is written, other names are refused.' }),
    localMachines: z.boolean().default(false).meta({ description: 'Machines may be reached on the server’s own computer.' }),
    asks: z
      .array(z.enum(GO_STAGES))
      .max(GO_STAGES.length)
      .default([])
      .meta({ description: 'Stages of a setup at which a reason is asked for in place of a stop.' }),
    firstRun: z
      .array(z.string().trim().min(3, { error: 'Cautious run: a line has words.' }).max(120))
      .max(20)
      .default([...FIRST_RUN])
      .meta({ description: 'What is looked at before a first part is called good, a line each.' }),
    shifts: z
      .array(shift)
      .max(12)
      .refine((shifts) => new Set(shifts.map(({ name }) => name)).size === shifts.length, { error: 'Shifts: two have the same name.' })
      .superRefine((shifts, context) => shiftOverlaps(shifts).forEach((sentence) => context.addIssue(`Shifts: ${sentence}`))),
  })
  .meta({ id: 'ShopInput' })
export type ShopInput = z.infer<typeof shopInput>

/** One hash over all that was kept when a day began; printed on what leaves the ledger. */
export const sealSchema = z.object({ day: z.iso.date(), hash: z.string() }).meta({ id: 'Seal' })
export type Seal = z.infer<typeof sealSchema>

export const shopSchema = z
  .object({
    name: z.string(),
    timeZone: z.string(),
    idleMinutes: z.int(),
    address: z.string(),
    localMachines: z.boolean(),
    asks: z.array(z.enum(GO_STAGES)),
    firstRun: z.array(z.string()),
    shifts: z.array(z.object({ name: z.string(), starts: z.string(), ends: z.string(), days: z.array(z.int()) })),
    seal: sealSchema.nullable(),
  })
  .meta({ id: 'Shop' })
export type Shop = z.infer<typeof shopSchema>

/** What opens a shop in an empty database: its name and its first lead. */
export const openShopBody = z
  .object({
    shop: shopInput.omit({ shifts: true, idleMinutes: true, localMachines: true, asks: true, firstRun: true, address: true }),
    lead: personInput.omit({ role: true }),
  })
  .meta({ id: 'OpenShop' })

/** Scheme, name and port of an address; null where it is none, or has more than those. */
function readOrigin(text: string): string | null {
  const [, scheme, place] = /^(https?):\/\/([^/?#@\s]+)\/?$/i.exec(text) ?? []
  const address = place ? readAddress(place, scheme!.toLowerCase() === 'http' ? 80 : 443) : null
  // The usual port goes without saying, as browsers have it.
  return address && `${scheme!.toLowerCase()}://${place!.toLowerCase().replace(scheme!.toLowerCase() === 'http' ? /:80$/ : /:443$/, '')}`
}

function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en-GB', { timeZone: name }).format(0) !== ''
  } catch {
    return false
  }
}

export const sessionSchema = z.object({ person: personSchema, shop: shopSchema }).meta({ id: 'Session' })
export type Session = z.infer<typeof sessionSchema>
