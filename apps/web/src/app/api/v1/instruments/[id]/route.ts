import { instrumentRegister } from '@/features/instruments/server/register'
import { entryEndpoints } from '@/server/registerEndpoints'

export const { GET, PUT, DELETE } = entryEndpoints(instrumentRegister, 'instrument')
