import type { NextConfig } from 'next'

const HEADERS = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Referrer-Policy', value: 'same-origin' },
  { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
  // Photos come from the camera by the browser's own dialog, which needs none of these.
  { key: 'Permissions-Policy', value: 'camera=(), microphone=(), geolocation=(), payment=(), usb=(), serial=()' },
]

const config: NextConfig = {
  // `npm start` and the tests build into folders of their own, so that neither disturbs the other.
  distDir: process.env.BARYS_DIST ?? '.next',
  poweredByHeader: false,
  // `npm run typecheck` checks types; the build would do it a second time.
  typescript: { ignoreBuildErrors: true },
  // They read files beside themselves (font metrics, worker threads) and must not be bundled.
  serverExternalPackages: [
    '@napi-rs/canvas',
    '@node-rs/argon2',
    'piscina',
    'pdfkit',
    'fontkit',
    'pg',
    'pino',
    'svg-to-pdfkit',
  ],
  // A page is read when it is first asked for: reading all of them first is half of a start.
  experimental: { preloadEntriesOnStart: false },
  headers: async () => [{ source: '/:path*', headers: HEADERS }],
}

export default config
