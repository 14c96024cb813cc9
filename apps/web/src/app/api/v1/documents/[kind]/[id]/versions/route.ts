export { issueRoute as POST } from '@/features/documents/server/routes'
