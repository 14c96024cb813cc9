import { DocumentPage } from '@/features/documents/DocumentPage'
import { titled } from '@/server/page'

export const generateMetadata = titled('nav.practices')

export default async function Page({
  params,
  searchParams,
}: {
  readonly params: Promise<{ id: string }>
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  return <DocumentPage kind="practice" id={(await params).id} query={await searchParams} />
}
