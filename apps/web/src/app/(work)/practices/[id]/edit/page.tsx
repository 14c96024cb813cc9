import { EditPage } from '@/features/documents/DocumentPage'
import { t } from '@/ui/words'

export const metadata = { title: t('nav.practices') }

export default async function Page({ params }: { readonly params: Promise<{ id: string }> }) {
  return <EditPage kind="practice" id={(await params).id} />
}
