import { z } from 'zod'
import { type Species, SPECIES_NAMES } from './species'

/** Mole fractions by species. */
export const gasCompositionSchema = z.partialRecord(z.enum(SPECIES_NAMES as [Species, ...Species[]]), z.number().min(0).max(1))
