/** The triangle that stands beside every warning, so that it is never taken for a link. */
export function WarningSign({ size = 20 }: { readonly size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 20 20" aria-hidden="true" className="mt-0.5 shrink-0">
      <path d="M10 2L18.500 17.500H1.500Z" fill="none" stroke="currentColor" strokeWidth="2" strokeLinejoin="round" />
      <path d="M10 7.500v5" stroke="currentColor" strokeWidth="2" strokeLinecap="round" />
      <circle cx="10" cy="15" r="1.100" fill="currentColor" />
    </svg>
  )
}
