import { siteRegister } from '@/features/places/server/registers'
import { restoreEndpoint } from '@/server/registerEndpoints'

export const POST = restoreEndpoint(siteRegister, 'site')
