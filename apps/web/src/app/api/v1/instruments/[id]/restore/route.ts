import { instrumentRegister } from '@/features/instruments/server/register'
import { restoreEndpoint } from '@/server/registerEndpoints'

export const POST = restoreEndpoint(instrumentRegister, 'instrument')
