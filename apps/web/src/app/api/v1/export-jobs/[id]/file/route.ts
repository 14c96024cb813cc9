export { exportJobFile as GET } from '@/features/exchange/server/routes'
