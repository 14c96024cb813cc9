export { schemaRoute as GET } from '@/features/exchange/server/publishedSchemas'
