export { rows as GET } from '@/features/exchange/server/routes'
