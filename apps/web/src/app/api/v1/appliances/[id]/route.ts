import { applianceRegister } from '@/features/places/server/registers'
import { entryRoutes } from '@/features/places/server/routes'

export const { GET, PUT, DELETE } = entryRoutes(applianceRegister)
