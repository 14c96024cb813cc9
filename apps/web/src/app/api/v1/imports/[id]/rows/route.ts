export { rowsRoute as GET } from '@/features/exchange/server/routes'
