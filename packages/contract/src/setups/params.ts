import { z } from 'zod'
import { id } from '../base/params.ts'

export const byStep = z.object({ id, step: id })
