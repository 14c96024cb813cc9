'use client'

import { v7 as uuidv7 } from 'uuid'
import { t } from '@/messages/visit'
import { may, useDesk } from './context'

const TOOLS = ['lamp', 'mirror', 'brush', 'driver', 'hose', 'spares'] as const

/** What goes inside while one works there: a press takes it out of the bag, another ticks it back in. What is not back hangs. */
export function ToolsOut({ stepId }: { readonly stepId: string }) {
  const { visit, appliance, role, record } = useDesk()
  if (!may(role, 'loose-end.opened') || visit.status !== 'open') return null
  const here = { stepId, applianceId: appliance.id }
  return (
    <section aria-labelledby="tools" className="mt-6">
      <h3 id="tools" className="mb-2 text-sm quiet">
        {t('tools.title')}
      </h3>
      <div className="flex flex-wrap gap-2">
        {TOOLS.map((tool) => {
          const out = visit.looseEnds.find((l) => l.key === `tool.${tool}` && l.applianceId === appliance.id && !l.closedAt)
          return (
            <button
              key={tool}
              type="button"
              aria-pressed={out !== undefined}
              className={`btn press ${out ? 'btn-primary' : 'btn-outline'}`}
              onClick={() =>
                void record([
                  out
                    ? { type: 'loose-end.closed', ...here, data: { looseEndId: out.id } }
                    : {
                        type: 'loose-end.opened',
                        ...here,
                        data: { looseEndId: uuidv7(), kind: 'tool-out', key: `tool.${tool}`, label: t(`tools.${tool}`) },
                      },
                ])
              }
            >
              {t(`tools.${tool}`)}
            </button>
          )
        })}
      </div>
    </section>
  )
}
