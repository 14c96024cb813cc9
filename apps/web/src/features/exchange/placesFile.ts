import type { FileFormat } from '@lucerna/core/formats'
import { z } from 'zod'
import { applianceSchema, siteSchema, supplySchema } from '@/features/places'

/** Whole places as one document: sites with their supplies and appliances, by their own ids. */
const placesSchema = z.strictObject({
  sites: z
    .array(
      z.strictObject({
        id: z.uuid(),
        ...siteSchema.shape,
        supplies: z.array(z.strictObject({ id: z.uuid(), ...supplySchema.shape })).max(200),
        appliances: z.array(z.strictObject({ id: z.uuid(), ...applianceSchema.shape })).max(2000),
      }),
    )
    .max(20_000),
})
export type PlacesDocument = z.output<typeof placesSchema>

export const PLACES_FILE: FileFormat<PlacesDocument> = { format: 'lucerna.places', formatVersion: 1, schema: placesSchema, title: 'Places' }
