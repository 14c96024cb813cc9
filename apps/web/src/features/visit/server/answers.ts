import { z } from 'zod'

/** What appending answers: every event with its place, in order. */
export const acceptedSchema = z.object({
  accepted: z.array(z.object({ id: z.string(), seq: z.number(), receivedAt: z.string(), provisional: z.boolean() })),
})
