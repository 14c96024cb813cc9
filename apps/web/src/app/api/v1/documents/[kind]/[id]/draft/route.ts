import { draftRoutes } from '@/features/documents/server/routes'

export const { GET, POST, PUT, DELETE } = draftRoutes
