import type { FaultMap } from '@lucerna/core/faults'
import { t } from '@/messages/faults'
import type { DeskCase } from './deskCase'

/** The words of a cause, or of a check; its id where the map lacks it. */
export const causeName = (map: FaultMap, id: string): string => map.causes.find((c) => c.id === id)?.label ?? id
export const checkName = (map: FaultMap, id: string): string => map.checks.find((c) => c.id === id)?.label ?? id
/** What a check showed, as it was typed or in the map's words. */
export const resultText = (
  map: FaultMap,
  { checkId, text, result }: Pick<DeskCase['checks'][number], 'checkId' | 'text' | 'result'>,
): string => text ?? map.checks.find((c) => c.id === checkId)?.results.find((r) => r.id === result)?.label ?? result ?? '–'
/** A probability in whole percent; what is less than one is said so. */
export const percent = (p: number): string => (p < 0.01 ? t('faults.odds.less') : t('faults.odds.of', { percent: Math.round(100 * p) }))
