import { openApiDocument } from '@/app/api/openApi'

/** The whole API as OpenAPI 3.1. Holds nothing of any firm, so it needs no sign-in. */
export const GET = async (): Promise<Response> =>
  Response.json(await openApiDocument(), { headers: { 'cache-control': 'public, max-age=300' } })
