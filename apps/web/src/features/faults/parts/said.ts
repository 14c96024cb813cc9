import type { FaultMap } from '@lucerna/core/faults'
import { t } from '@/messages/faults'

/** The words of a cause, or of a check; its id where the map lacks it. */
export const causeName = (map: FaultMap, id: string): string => map.causes.find((c) => c.id === id)?.label ?? id
export const checkName = (map: FaultMap, id: string): string => map.checks.find((c) => c.id === id)?.label ?? id
/** A probability in whole percent; what is less than one is said so. */
export const percent = (p: number): string => (p < 0.01 ? t('faults.odds.less') : t('faults.odds.of', { percent: Math.round(100 * p) }))
