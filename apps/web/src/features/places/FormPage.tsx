import type { ReactNode } from 'react'
import type { Actor } from '@/server/actor'
import { Frame } from '@/features/frame'

/** The frame of a page that holds one form. */
export async function FormPage({
  title,
  subtitle,
  actor,
  children,
}: {
  readonly title: string
  readonly subtitle?: string
  readonly actor: Actor
  readonly children: ReactNode
}) {
  return (
    <Frame title={title} subtitle={subtitle} here="places" person={actor}>
      <div className="mx-auto max-w-4xl p-4 lg:py-8">{children}</div>
    </Frame>
  )
}
