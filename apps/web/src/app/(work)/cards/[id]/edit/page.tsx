import { EditPage } from '@/features/documents/DocumentPage'
import { titled } from '@/server/page'

export const generateMetadata = titled('nav.cards')

export default async function Page({ params }: { readonly params: Promise<{ id: string }> }) {
  return <EditPage kind="card" id={(await params).id} />
}
