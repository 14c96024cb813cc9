import type { FormulaLine } from '@lucerna/core/explain'
import type { Units } from './figures'
import { pieces, withNumbers } from './formula'
import { termText } from './terms'
import { t } from '@/messages/explained'

const Formula = ({ text }: { readonly text: string }) => (
  <>
    {pieces(text).map((p, i) => (
      <span key={i}>
        {p.text}
        {p.sub && <sub>{p.sub}</sub>}
      </span>
    ))}
  </>
)

/** One formula, the same with one's own numbers in it, what comes out, and where it is from. */
export function FormulaShown({ line, units }: { readonly line: FormulaLine; readonly units: Units }) {
  return (
    <div className="rounded-md border hairline bg-base-200 px-3 py-2">
      <p className="font-semibold wrap-break-word">
        <Formula text={line.formula} />
      </p>
      {line.terms.length > 0 && (
        <p className="pt-1 wrap-break-word">
          = <Formula text={withNumbers(line, units)} /> = <strong>{termText(line.result, units)}</strong>
        </p>
      )}
      <p className="pt-1 text-xs quiet">
        {t('calc.source')}: {line.source}
      </p>
    </div>
  )
}
