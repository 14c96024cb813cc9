import { exportJobs } from '@/features/exchange/server/routes'

export const { GET, POST } = exportJobs
