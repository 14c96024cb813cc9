import { instrumentRegister } from '@/features/instruments/server/register'
import { entryRoutes } from '@/features/places/server/routes'

export const { GET, PUT, DELETE } = entryRoutes(instrumentRegister)
