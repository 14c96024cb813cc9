import { instrumentRegister } from '@/features/instruments/server/register'
import { restoreEndpoint } from '@/features/places/server/routes'

export const POST = restoreEndpoint(instrumentRegister, 'instrument')
