import { t } from '@/ui/words'

export default function Loading() {
  return (
    <p role="status" className="p-8 quiet">
      {t('loading')}
    </p>
  )
}
