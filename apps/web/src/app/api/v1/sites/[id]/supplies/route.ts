import { supplyRegister } from '@/features/places/server/registers'
import { createEndpointOnSite } from '@/features/places/server/routes'

export const POST = createEndpointOnSite(supplyRegister, 'supply', 'supplies')
