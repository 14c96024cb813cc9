import { toast } from '@/ui/toast'
import { t } from '@/messages/shell'

/** Says what was done, with a way back for some seconds. */
export const toldWithUndo = (text: string, undo: () => void): void => {
  toast(text, { duration: 10_000, action: { label: t('undo'), onClick: undo } })
}
