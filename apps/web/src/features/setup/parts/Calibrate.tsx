'use client'

import type { Adjuster } from '@lucerna/core/appliance'
import { t } from '@/messages/setup'
import { BurnWindow } from './BurnWindow'
import { rateName, useSetUp } from './desk'
import { ScrewCautions } from './Dial'

/** A control that finds the mixture itself is calibrated before its menu is touched; whether the water will stand it is worked out first. */
export function Calibrate({ adjuster }: { readonly adjuster: Adjuster }) {
  const setUp = useSetUp()
  const { rateId, turn } = setUp
  const rates = setUp.advised.desk.rates.map((r) => rateName(setUp, r.id)).join(', ')
  return (
    <div className="flex flex-col gap-3 rounded-md border-2 border-primary p-3" data-proposal={adjuster.id}>
      <p className="text-lg/6 font-semibold">{t('setup.calibrate', { what: adjuster.label })}</p>
      {adjuster.tool && <p className="text-sm quiet">{adjuster.tool}</p>}
      <p className="text-sm">{t('setup.calibrate.why')}</p>
      <ScrewCautions adjuster={adjuster} />
      <BurnWindow open />
      <button type="button" className="btn press btn-primary" onClick={() => turn(adjuster, 1, rateId ?? adjuster.actsAt[0] ?? '')}>
        {t('setup.calibrate.ran')}
      </button>
      <p className="text-sm quiet">{t('setup.calibrate.then', { rates })}</p>
    </div>
  )
}
