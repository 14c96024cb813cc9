export { exportJobCancel as POST } from '@/features/exchange/server/routes'
