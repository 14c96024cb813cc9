import '@fontsource-variable/commissioner/wght.css'
import '@fontsource/barlow-condensed/600.css'
import type { Metadata, Viewport } from 'next'
import { cookies } from 'next/headers'
import type { ReactNode } from 'react'
import { Toaster } from 'sonner'
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
      <body className="bg-base-100 font-sans text-base-content antialiased">
        {children}
        <div className="no-print">
          <Toaster
            position="bottom-left"
            visibleToasts={1}
            offset={24}
            mobileOffset={{ bottom: 150 }}
            toastOptions={{
              unstyled: true,
              classNames: {
                toast:
                  'font-sans! bg-base-300 text-base-content border hairline rounded-md px-4 py-3 flex items-center gap-4 w-full text-base shadow-lg',
                actionButton: 'btn btn-outline btn-sm ml-auto text-sm',
              },
            }}
          />
        </div>
      </body>
    </html>
  )
}
