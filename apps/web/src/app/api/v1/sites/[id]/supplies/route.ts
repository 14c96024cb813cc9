import { supplyRegister } from '@/features/places/server/registers'
import { createRoute } from '@/features/places/server/routes'

export const POST = createRoute(supplyRegister, 'supplies')
