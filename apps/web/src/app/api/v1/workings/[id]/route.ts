import { computeWorking } from '@/features/workings/server/compute'
import { apiRoute, readJson } from '@/server/route'

/** Computes one working: `{input, uncertainty?}` → `{result, uncertainty, sensitivity, working, warnings}`. See docs/api.md. */
export const POST = (request: Request, { params }: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async () => Response.json(computeWorking((await params).id, await readJson(request))))
