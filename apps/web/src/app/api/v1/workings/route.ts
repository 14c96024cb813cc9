import { z } from 'zod'
import { describeWorkings } from '@/features/workings/server/describe'
import { endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'list-workings',
    tag: 'Workings',
    summary: 'Every calculation with JSON Schemas of input and result',
    ok: {
      200: [
        z.object({
          workings: z.array(
            z.object({
              id: z.string(),
              group: z.string(),
              title: z.string(),
              description: z.string(),
              input: z.looseObject({}),
              output: z.looseObject({}),
            }),
          ),
        }),
        'All workings.',
      ],
    },
  },
  () => ({ workings: describeWorkings() }),
)
