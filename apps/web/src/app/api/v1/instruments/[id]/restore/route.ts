import { instrumentRegister } from '@/features/instruments/server/register'
import { restoreRoute } from '@/features/places/server/routes'

export const POST = restoreRoute(instrumentRegister)
