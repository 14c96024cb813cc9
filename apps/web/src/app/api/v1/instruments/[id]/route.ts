import { instrumentRegister } from '@/features/instruments/server/register'
import { entryEndpoints } from '@/features/places/server/routes'

export const { GET, PUT, DELETE } = entryEndpoints(instrumentRegister, 'instrument')
