import type { NextConfig } from 'next'

const config: NextConfig = {
  distDir: process.env.VANE_DIST ?? '.next',
  poweredByHeader: false,
  devIndicators: false,
  serverExternalPackages: ['@napi-rs/canvas', 'mysql2', 'koffi'],
}
export default config
