import { t } from '@/messages/setup'
import type { SetUp } from './desk'
import { rateName } from './desk'
import { turnText } from './Dial'
import { measurandOf } from './effectText'
import { isSettled } from './settled'

/** What to do next in one sentence, for the ear and for the view from afar; empty where there is nothing to do. */
export function spokenAdvice(setUp: Pick<SetUp, 'appliance' | 'advised'>): string {
  const { advice, doubt, moves } = setUp.advised
  if (doubt && !isSettled(moves.at(-1)?.id)) return t('setup.doubt.title')
  const named = (id: string) => setUp.appliance.card.adjusters.find((a) => a.id === id)
  switch (advice.code) {
    case 'move': {
      const screw = named(advice.screwId)
      return screw
        ? t('setup.spoken.move', { screw: screw.label, turn: turnText(advice.amount, screw.unit, rateName(setUp, advice.rateId)) })
        : ''
    }
    case 'read':
      return t('setup.read', {
        figures: advice.figures.map((f) => t(`short.${measurandOf(f === 'inlet' ? 'pressure' : f) ?? 'input.net'}`)).join(', '),
        rate: rateName(setUp, advice.rateId),
      })
    case 'calibrate':
      return t('setup.calibrate', { what: named(advice.screwId)?.label ?? '' })
    case 'done':
      return t('setup.done', { count: advice.moves })
    case 'call-out':
      return t(advice.moves === 0 ? 'setup.called.at-once' : 'setup.called', { count: advice.moves })
    case 'leave':
    case 'no-target':
      return ''
  }
}
