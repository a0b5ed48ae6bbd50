import type { Metadata, Viewport } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { NuqsAdapter } from 'nuqs/adapters/next/app'
import { Awake } from '@/ui/Awake'
import './globals.css'

export const metadata: Metadata = {
  title: 'Foothold',
  description: 'Plans where a part stands, setup by setup.',
}
export const viewport: Viewport = { width: 'device-width', initialScale: 1 }

/** Sets the theme before the first paint, from what was chosen on this device or else the system. */
const THEME = `(()=>{try{const t=localStorage.getItem('foothold:theme');document.documentElement.dataset.theme=t??(matchMedia('(prefers-color-scheme: dark)').matches?'dark':'light')}catch{}})()`

/** Every page is made for its request: only scripts with the request's own nonce are run. */
export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined
  return (
    <html lang="en" data-theme="light" suppressHydrationWarning>
      <head>
        <script
          nonce={nonce}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: THEME }}
        />
      </head>
      <body>
        <NuqsAdapter>{children}</NuqsAdapter>
        <Awake />
      </body>
    </html>
  )
}
