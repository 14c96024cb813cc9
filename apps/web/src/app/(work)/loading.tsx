import { t } from '@/ui/words'

export default function Loading() {
  return <p role="status" className="quiet p-8">{t('loading')}</p>
}
