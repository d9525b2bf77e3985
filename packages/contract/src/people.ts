import { z } from 'zod'

export const roleSchema = z.enum(['operator', 'setter', 'lead'])
export type Role = z.infer<typeof roleSchema>

export const personSchema = z.object({ id: z.string(), name: z.string(), role: roleSchema }).meta({ id: 'Person' })
export type Person = z.infer<typeof personSchema>

export const pinSchema = z.string().regex(/^\d{4,8}$/, { error: 'PIN: four to eight digits.' })

export const signInBody = z.object({ person: z.string().max(60), pin: pinSchema }).meta({ id: 'SignIn' })

export const personInput = z
  .object({
    name: z.string().trim().min(1, { error: 'Name: write the person’s name.' }).max(60),
    role: roleSchema,
    pin: pinSchema,
  })
  .meta({ id: 'PersonInput' })

export const shopSchema = z
  .object({
    name: z.string(),
    timeZone: z.string(),
    shifts: z.array(z.object({ name: z.string(), starts: z.string(), ends: z.string() })),
  })
  .meta({ id: 'Shop' })
export type Shop = z.infer<typeof shopSchema>

export const sessionSchema = z.object({ person: personSchema, shop: shopSchema }).meta({ id: 'Session' })
export type Session = z.infer<typeof sessionSchema>
