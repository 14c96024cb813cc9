export { cancel as POST } from '@/features/exchange/server/routes'
