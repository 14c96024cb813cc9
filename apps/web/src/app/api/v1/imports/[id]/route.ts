export { jobRoute as GET } from '@/features/exchange/server/routes'
