import { EditPage } from '@/features/documents/DocumentPage'
import { t } from '@/ui/words'

export const metadata = { title: t('nav.cards') }

export default async function Page({ params }: { readonly params: Promise<{ id: string }> }) {
  return <EditPage kind="card" id={(await params).id} />
}
