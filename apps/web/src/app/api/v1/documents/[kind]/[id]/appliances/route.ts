export { move as POST } from '@/features/documents/server/routes'
