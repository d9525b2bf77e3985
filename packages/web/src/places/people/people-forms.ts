import type { Role } from '@rook/contract'
import { ROLES } from '@rook/contract/roles'
import * as z from 'zod/mini'
import { pin, words } from '../../ui/shapes.ts'

const name = words('Name: write the person\u2019s name.')

/** Somebody new has to have a PIN; who is here already keeps theirs where none is typed. */
export const personForm = (isNew: boolean) =>
  z.object({
    name,
    role: z.enum(ROLES as readonly [Role, ...Role[]]),
    gone: z.boolean(),
    pin: isNew ? pin : z.union([z.literal(''), pin], 'PIN: four to eight digits.'),
  })

export const ownPinForm = z.object({ old: pin, pin })

export const firstLeadForm = z.object({
  shop: words('Shop: write its name.'),
  zone: words('Time zone: choose the one that the shifts run in.'),
  name: words('Name: write the lead\u2019s name.'),
  pin,
})
