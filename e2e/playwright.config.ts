import { defineConfig } from '@playwright/test'

/** Debian's Chromium, without what asks the network on its own. */
export const launchOptions = {
  executablePath: '/usr/bin/chromium',
  args: [
    ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}

export default defineConfig({
  testDir: '.',
  globalSetup: './buildOnce.ts',
  outputDir: '../.cache/journeys',
  // A machine under load takes three times as long; a journey waits for what it is about, not for a clock.
  timeout: 360_000,
  expect: { timeout: 60_000 },
  workers: 2,
  // The longest of them, which is mostly waiting for PostgreSQL, first.
  projects: [
    { name: 'killed', testMatch: 'killed.spec.ts' },
    { name: 'journeys', testIgnore: 'killed.spec.ts' },
  ],
  retries: 0,
  reporter: [['list'], ['json', { outputFile: process.env['JSON_REPORT'] ?? '../.cache/journeys.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-US',
    // Where a journey is about the device's own copy it allows it; elsewhere each page comes from the server.
    serviceWorkers: 'block',
    // Traces cost a quarter of the time: TRACE=1 keeps those of what fails.
    trace: process.env['TRACE'] ? 'retain-on-failure' : 'off',
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions,
  },
})
