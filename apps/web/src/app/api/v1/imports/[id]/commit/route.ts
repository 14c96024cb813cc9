export { commitRoute as POST } from '@/features/exchange/server/routes'
