import { applianceRegister } from '@/features/places/server/registers'
import { createEndpointOnSite } from '@/features/places/server/routes'

export const POST = createEndpointOnSite(applianceRegister, 'appliance', 'appliances')
