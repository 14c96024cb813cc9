import { applianceRegister } from '@/features/places/server/registers'
import { restoreRoute } from '@/features/places/server/routes'

export const POST = restoreRoute(applianceRegister)
