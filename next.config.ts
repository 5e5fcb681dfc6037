import type { NextConfig } from 'next'

/** What every answer says of how it may be used. */
const everywhere = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'Referrer-Policy', value: 'same-origin' },
  { key: 'X-Frame-Options', value: 'DENY' },
  { key: 'Cross-Origin-Resource-Policy', value: 'same-origin' },
  { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
  {
    key: 'Permissions-Policy',
    value:
      'camera=(), geolocation=(), microphone=(self), payment=(), usb=(), clipboard-read=(self), clipboard-write=(self)',
  },
]
/** Data and media run nothing and stand in no frame. */
const inert = [{ key: 'Content-Security-Policy', value: "default-src 'none'; frame-ancestors 'none'; sandbox" }]

const config: NextConfig = {
  distDir: process.env.VANE_DIST ?? '.next',
  poweredByHeader: false,
  devIndicators: false,
  // Types are a part of `./vane test`; whoever starts the program need not wait for them.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['@napi-rs/canvas', 'mysql2', 'koffi'],
  headers: async () => [
    { source: '/:path*', headers: everywhere },
    { source: '/api/:path*', headers: inert },
    { source: '/media/:path*', headers: inert },
  ],
}
export default config
