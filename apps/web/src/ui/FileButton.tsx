'use client'

import { useRef } from 'react'

/** A button that asks for one file; choosing the same file again counts again. */
export function FileButton({
  label,
  accept,
  look,
  disabled = false,
  onFile,
}: {
  readonly label: string
  readonly accept: string
  /** `press`: as large as a gloved hand needs it. */
  readonly look: `${'press ' | ''}${'btn-primary' | 'btn-outline'}`
  readonly disabled?: boolean
  readonly onFile: (file: File) => void
}) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <button type="button" className={`btn ${look}`} disabled={disabled} onClick={() => input.current?.click()}>
        {label}
      </button>
      <input
        ref={input}
        type="file"
        accept={accept}
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = ''
          if (file) onFile(file)
        }}
      />
    </>
  )
}
