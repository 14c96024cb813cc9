import type { ReactNode } from 'react'
import { Mark } from '@/ui/Mark'

/** A page for somebody who is not signed in: the mark, a title, one thing to do. */
export function DoorPage({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <main className="mx-auto flex min-h-dvh max-w-sm flex-col justify-center gap-6 px-4 py-10">
      <div className="flex items-center gap-3">
        <Mark size={44} />
        <h1 className="text-2xl font-semibold">{title}</h1>
      </div>
      {children}
    </main>
  )
}
