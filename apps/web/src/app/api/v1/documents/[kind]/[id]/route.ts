export { file as GET } from '@/features/documents/server/routes'
