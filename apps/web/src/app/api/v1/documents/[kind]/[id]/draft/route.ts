import { draft } from '@/features/documents/server/routes'

export const { GET, POST, PUT, DELETE } = draft
