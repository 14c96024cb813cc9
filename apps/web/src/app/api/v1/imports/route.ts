import { imports } from '@/features/exchange/server/routes'

export const { GET, POST } = imports
