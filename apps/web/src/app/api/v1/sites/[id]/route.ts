import { siteRegister } from '@/features/places/server/registers'
import { entryEndpoints } from '@/server/registerEndpoints'

export const { GET, PUT, DELETE } = entryEndpoints(siteRegister, 'site')
