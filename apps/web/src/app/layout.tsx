import '@fontsource-variable/commissioner/wght.css'
import '@fontsource/barlow-condensed/600.css'
import type { Metadata, Viewport } from 'next'
import { cookies } from 'next/headers'
import type { ReactNode } from 'react'
import { currentActor } from '@/server/actor'
import { dialect } from '@/ui/dialect'
import { themeOf } from '@/ui/theme'
import './globals.css'

export const metadata: Metadata = {
  title: { default: 'Lucerna', template: '%s · Lucerna' },
  description: 'Planner, calculator, logbook and run sheet for gas combustion technicians.',
}
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#15130f' }

export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  const theme = themeOf((await cookies()).get('theme')?.value)
  await currentActor()
  return (
    <html lang={dialect()} {...(theme && { 'data-theme': theme })}>
      <body className="bg-base-100 font-sans text-base-content antialiased">{children}</body>
    </html>
  )
}
