import { z } from 'zod'
import { operation } from '../operation.ts'
import { byId } from '../base/params.ts'
import {
  openShopBody,
  ownPinBody,
  personChange,
  personInput,
  personRecord,
  personSchema,
  pinSchema,
  sessionSchema,
  shopInput,
  shopSchema,
  signInBody,
} from './people.ts'

/** People who sign in, and the shop they work in. */
export const peopleApi = {
  people: operation('people', {
    summary: 'Names to pick from at sign-in, and the shop they work in.',
    response: z
      .object({ shop: shopSchema, people: z.array(personSchema) })
      .meta({ description: 'Nobody where the shop is not opened yet.' }),
  }),
  addPerson: operation('addPerson', {
    summary: 'Adds a person with a role and a PIN.',
    body: personInput,
    response: personSchema,
    problems: [409],
  }),
  signIn: operation('signIn', {
    summary: 'Signs a person in on this browser.',
    body: signInBody,
    response: sessionSchema,
    problems: [401, 429],
  }),
  session: operation('session', {
    summary: 'Who is signed in here.',
    response: sessionSchema.nullable(),
  }),
  personRecords: operation('personRecords', {
    summary: 'Everybody who is or was here, as a lead sees them.',
    response: z.array(personRecord),
  }),
  changePerson: operation('changePerson', {
    summary: 'Changes a person\u2019s name or role, or lets them go; their sessions end.',
    params: byId,
    body: personChange,
    response: personRecord,
    problems: [404, 409],
  }),
  resetPin: operation('resetPin', {
    summary: 'Gives a person a new PIN; their sessions end.',
    params: byId,
    body: z.object({ pin: pinSchema }),
    response: personRecord,
    problems: [404],
  }),
  liftPause: operation('liftPause', {
    summary: 'Ends the pause that wrong PINs of a person have brought.',
    params: byId,
    response: personRecord,
    problems: [404],
  }),
  changeOwnPin: operation('changeOwnPin', {
    summary: 'Changes the PIN of whoever is signed in; their other sessions end.',
    body: ownPinBody,
    problems: [401, 429],
  }),
  signOut: operation('signOut', { summary: 'Signs out.' }),
  changeShop: operation('changeShop', {
    summary: 'Changes the shop\u2019s name, time zone, idle time and shifts.',
    body: shopInput,
    response: shopSchema,
  }),
  openShop: operation('openShop', {
    summary: 'Opens a shop in a database where nobody is yet: its name and its first lead, who is signed in.',
    body: openShopBody,
    response: sessionSchema,
    problems: [409],
  }),
}
