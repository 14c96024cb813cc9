export { moveRoute as POST } from '@/features/documents/server/routes'
