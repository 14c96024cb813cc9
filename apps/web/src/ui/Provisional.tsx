import '@/messages/terms'
import { wordsFor } from '@/ui/words'
import { WarningSign } from './WarningSign'

/** The mark of a card that was made from a data plate and waits for a lead to complete it; with `why`, what that means. */
export const Provisional = ({ why = false }: { readonly why?: boolean }) => (
  <span className="inline-flex items-start gap-1 text-sm font-normal text-warning">
    <WarningSign size={15} />
    {wordsFor(why ? 'provisional.why' : 'provisional.mark')}
  </span>
)
