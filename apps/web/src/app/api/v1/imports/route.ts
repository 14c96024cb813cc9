import { importsRoutes } from '@/features/exchange/server/routes'

export const { GET, POST } = importsRoutes
