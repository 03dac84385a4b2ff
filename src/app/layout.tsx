import '@fontsource/atkinson-hyperlegible-next/400.css'
import '@fontsource/atkinson-hyperlegible-next/600.css'
import '@fontsource/atkinson-hyperlegible-next/700.css'
import '@fontsource/atkinson-hyperlegible-mono/400.css'
import './print.css'
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript'
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter'
import type { Metadata } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { cssTokens } from '@/kit/theme/cssTokens'
import { ThemeRoot } from '@/kit/theme/ThemeRoot'
import { mayDo } from '@/schema/roles'
import { signedInPerson } from '@/server/auth/session'
import { NONCE_HEADER } from '@/server/nonceHeader'
import { demoPeople } from '@/server/services/lookUps'
import { showAsTheSiteDoes } from '@/server/services/people/site'
import { LinkAlarms } from '@/ui/shell/LinkAlarms'
import { TopBar } from '@/ui/shell/TopBar'

export const metadata: Metadata = {
  title: { template: '%s · Barys', default: 'Barys' },
  description: 'Calibration of pressure instruments, from as found to a sealed record',
}
export const dynamic = 'force-dynamic'

/** The frame of every page: theme, fonts, top bar. */
export default async function RootLayout({ children }: { children: ReactNode }) {
  const { decimalMark, conditionUnits } = await showAsTheSiteDoes()
  const current = await signedInPerson()
  const nonce = (await headers()).get(NONCE_HEADER) ?? undefined
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <style href="barys-tokens" precedence="high">
          {cssTokens}
        </style>
      </head>
      <body>
        <InitColorSchemeScript attribute="data-theme" defaultMode="light" {...(nonce && { nonce })} />
        <AppRouterCacheProvider options={{ enableCssLayer: false }}>
          <ThemeRoot {...{ decimalMark, conditionUnits }}>
            <a className="skip" href="#main">
              Skip to the content
            </a>
            <TopBar demoPeople={await demoPeople()} current={current} />
            {current && <LinkAlarms mayDrive={mayDo(current.role, 'drive a source')} />}
            <main id="main">{children}</main>
          </ThemeRoot>
        </AppRouterCacheProvider>
      </body>
    </html>
  )
}
