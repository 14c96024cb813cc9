export { job as GET } from '@/features/exchange/server/routes'
