export { listRoute as GET } from '@/features/documents/server/routes'
