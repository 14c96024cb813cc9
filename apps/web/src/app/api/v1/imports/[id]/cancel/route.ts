export { cancelRoute as POST } from '@/features/exchange/server/routes'
