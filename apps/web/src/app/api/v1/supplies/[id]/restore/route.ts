import { supplyRegister } from '@/features/places/server/registers'
import { restoreEndpoint } from '@/server/registerEndpoints'

export const POST = restoreEndpoint(supplyRegister, 'supply')
