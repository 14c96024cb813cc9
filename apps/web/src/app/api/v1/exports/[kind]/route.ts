export { exportRoute as GET } from '@/features/exchange/server/routes'
