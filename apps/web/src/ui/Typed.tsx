import { useId } from 'react'
import { described, Field } from '@/ui/Field'

/** A figure to type, with its unit beside it. */
export function Typed({
  name,
  label,
  unit,
  text,
  onText,
  error,
}: {
  readonly name?: string | undefined
  readonly label: string
  readonly unit: string
  readonly text: string
  readonly onText: (text: string) => void
  readonly error?: string | undefined
}) {
  const id = useId()
  return (
    <Field id={id} label={label} error={error}>
      <span className="input press w-full">
        <input
          {...described(id, error)}
          name={name}
          inputMode="decimal"
          autoComplete="off"
          className="min-w-0 figure text-xl"
          value={text}
          onChange={(e) => onText(e.target.value)}
        />
        <span className="quiet">{unit}</span>
      </span>
    </Field>
  )
}
