import { applianceRegister } from '@/features/places/server/registers'
import { createEndpointOnSite } from '@/server/registerEndpoints'

export const POST = createEndpointOnSite(applianceRegister, 'appliance', 'appliances')
