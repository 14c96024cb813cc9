'use client'

import { t } from '@/messages/calc'
import { Picture } from '../pictures/Picture'
import { AllFigures, Warnings } from './AllFigures'
import { Spread } from './Spread'
import type { WorkingDesk } from './useWorking'
import { Matters, WorkingShown } from './WorkingShown'

/** What follows from the figures, below the large ones: warnings, the picture, the steps, what matters most, how it scatters, and all figures. */
export function Follows({ desk }: { readonly desk: WorkingDesk }) {
  const { working, answer, units } = desk
  if (!answer) return null
  return (
    <>
      <Warnings warnings={answer.warnings} />
      <section aria-label={t('calc.picture')} className="keep min-w-0">
        <Picture working={working} answer={answer} units={units} />
      </section>
      <div className="grid items-start gap-x-8 gap-y-6 xl:grid-cols-2">
        <WorkingShown answer={answer} units={units} />
        <div className="flex min-w-0 flex-col gap-6">
          <Matters working={working} answer={answer} units={units} />
          <Spread desk={desk} />
        </div>
      </div>
      <AllFigures working={working} answer={answer} units={units} />
    </>
  )
}
