/** The mark: a small oil-lamp flame over its brass foot. */
export function Mark({ size = 28 }: { readonly size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true" className="shrink-0 text-primary">
      <path
        d="M12 1c.8 4.400 5 6.200 5 11.200a5 5 0 0 1-10 0c0-2.500 1.600-3.500 2-5.600 1.300.9 1.900 2 1.900 3.300C12.400 7.300 13.200 4.300 12 1z"
        fill="currentColor"
      />
      <rect x="4.500" y="20.500" width="15" height="2" rx="1" fill="currentColor" />
    </svg>
  )
}
