import { NOTICE_CLASSES } from './events/notice.given'
import type { VisitState } from './state'

type Defect = VisitState['defects'][number]

/**
 * Dangers and risks of a visit that were not mended and of which nobody was told in writing yet, the worst first.
 *
 * @param visit what its log says
 * @param applianceId only those of one appliance, and of none in particular
 * @example
 * withoutNotice(visit).map((d) => d.text) // ['Flue joint apart']
 */
export function withoutNotice(visit: Pick<VisitState, 'defects' | 'notices'>, applianceId?: string): readonly Defect[] {
  const told = new Set(visit.notices.flatMap((n) => n.defectIds))
  return visit.defects
    .filter(
      (d) => isNoticed(d) && !told.has(d.id) && (applianceId === undefined || d.applianceId === null || d.applianceId === applianceId),
    )
    .toSorted((a, b) => NOTICE_CLASSES.indexOf(a.class as 'at-risk') - NOTICE_CLASSES.indexOf(b.class as 'at-risk'))
}

/** Whether a defect is one of those that are told of in writing: a danger or a risk that was left. */
export const isNoticed = (d: Defect): boolean => (NOTICE_CLASSES as readonly string[]).includes(d.class) && d.mended === null
