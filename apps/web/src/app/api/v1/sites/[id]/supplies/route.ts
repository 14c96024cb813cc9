import { supplyRegister } from '@/features/places/server/registers'
import { createEndpointOnSite } from '@/server/registerEndpoints'

export const POST = createEndpointOnSite(supplyRegister, 'supply', 'supplies')
