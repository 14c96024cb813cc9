import type { VisitState } from './state'
import { isNoticed, withoutNotice } from './notices'

type Defect = VisitState['defects'][number]
const defect = (id: string, cls: Defect['class'], more: Partial<Defect> = {}): Defect => ({
  ...{ id, class: cls, text: id, action: '', applianceId: 'a', at: 'x', by: 'T', mended: null },
  ...more,
})
const notice = (...defectIds: string[]): VisitState['notices'][number] => ({
  ...{ id: 'n', defectIds, labelled: true, acknowledged: 'refused', drawingId: null, at: 'x', by: 'T' },
})

test('dangers and risks that were left are told of in writing, the worst first', () => {
  const defects = [defect('risk', 'at-risk'), defect('see', 'attention'), defect('gas', 'danger-now'), defect('note', 'note')]
  expect(withoutNotice({ defects, notices: [] }).map((d) => d.id)).toEqual(['gas', 'risk'])
  expect(withoutNotice({ defects, notices: [notice('gas')] }).map((d) => d.id)).toEqual(['risk'])
  expect(withoutNotice({ defects, notices: [notice('gas'), notice('risk')] })).toEqual([])
})

test('what was mended needs none; of several appliances each has its own, and what is of none counts for all', () => {
  const mended = { mended: { how: 'refitted', at: 'x', by: 'T' } }
  expect(isNoticed(defect('m', 'danger-now', mended))).toBe(false)
  const defects = [
    defect('one', 'at-risk'),
    defect('two', 'at-risk', { applianceId: 'b' }),
    defect('site', 'at-risk', { applianceId: null }),
  ]
  expect(withoutNotice({ defects, notices: [] }, 'a').map((d) => d.id)).toEqual(['one', 'site'])
})
