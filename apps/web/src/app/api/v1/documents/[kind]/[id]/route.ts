export { fileRoute as GET } from '@/features/documents/server/routes'
