export { commit as POST } from '@/features/exchange/server/routes'
