export { exported as GET } from '@/features/exchange/server/routes'
