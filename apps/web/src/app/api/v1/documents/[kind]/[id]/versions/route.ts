export { issue as POST } from '@/features/documents/server/routes'
