import { siteRegister } from '@/features/places/server/registers'
import { entryEndpoints } from '@/features/places/server/routes'

export const { GET, PUT, DELETE } = entryEndpoints(siteRegister, 'site')
