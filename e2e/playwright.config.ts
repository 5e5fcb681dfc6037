import { availableParallelism } from 'node:os'
import { defineConfig } from '@playwright/test'

/** As many at once as the machine has cores to spare, each with a program of its own. */
export const WORKERS = Math.max(1, Math.min(2, availableParallelism()))

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  workers: WORKERS,
  fullyParallel: false,
  // No measure of speed: a busy machine is not a fault.
  timeout: 300_000,
  expect: { timeout: 20_000 },
  retries: 1,
  outputDir: '../test-results',
  reporter: [['list'], ['json']],
  globalSetup: './server.ts',
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 30_000,
    trace: 'off',
    screenshot: 'only-on-failure',
    permissions: ['clipboard-read', 'clipboard-write'],
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
      ],
    },
  },
})
