import { z } from 'zod'

export const byEntry = z.object({ id: z.uuid({ error: 'Entry: this is not an entry’s id.' }) })
