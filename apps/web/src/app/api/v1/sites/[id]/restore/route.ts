import { siteRegister } from '@/features/places/server/registers'
import { restoreEndpoint } from '@/features/places/server/routes'

export const POST = restoreEndpoint(siteRegister, 'site')
