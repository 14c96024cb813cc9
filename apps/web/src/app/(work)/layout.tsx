import type { ReactNode } from 'react'
import { Toasts } from '@/ui/Toasts'

/** What every signed-in page has around it and keeps while one goes from page to page. */
export default function WorkLayout({ children }: { readonly children: ReactNode }) {
  return (
    <>
      {children}
      <Toasts />
    </>
  )
}
