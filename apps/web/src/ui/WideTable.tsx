import type { ReactNode } from 'react'

/** A table that may be wider than a phone: it scrolls by itself, by finger and by keyboard. */
export function WideTable({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <div className="overflow-x-auto" role="region" aria-label={label} tabIndex={0}>
      <table className="w-full text-left">{children}</table>
    </div>
  )
}
