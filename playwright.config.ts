import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: 'tests/e2e',
  workers: 2,
  fullyParallel: true,
  retries: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? 1 : 0,
  timeout: 40_000,
  expect: { timeout: 8_000 },
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['json']] : [['line']],
  use: {
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:4310',
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--use-angle=swiftshader',
        '--enable-unsafe-swiftshader',
        '--ignore-gpu-blocklist',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-quic',
        '--no-first-run',
      ],
    },
  },
})
