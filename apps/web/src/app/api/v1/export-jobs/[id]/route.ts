export { exportJobById as GET } from '@/features/exchange/server/routes'
