export { list as GET } from '@/features/documents/server/routes'
