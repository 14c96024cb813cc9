import { t } from '@/messages/all'

export default function Loading() {
  return (
    <p role="status" className="p-8 quiet">
      {t('loading')}
    </p>
  )
}
