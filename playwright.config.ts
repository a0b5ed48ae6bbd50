import { defineConfig } from '@playwright/test'

const QUIET = [
  '--no-sandbox',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-quic',
  '--no-first-run',
]
/** WebGL in software: slow, so only where a solid is drawn. */
const SOLID = ['--use-angle=swiftshader', '--enable-unsafe-swiftshader', '--ignore-gpu-blocklist']
const browser = (args: readonly string[]) => ({
  launchOptions: { executablePath: '/usr/bin/chromium', args: [...QUIET, ...args] },
})

export default defineConfig({
  testDir: 'tests/e2e',
  workers: 2,
  fullyParallel: true,
  retries: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? 1 : 0,
  timeout: 60_000,
  expect: { timeout: 12_000 },
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['json']] : [['line']],
  use: {
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:4310',
    viewport: { width: 1280, height: 800 },
  },
  projects: [
    { name: 'pages', grepInvert: /@solid/, use: browser(['--disable-gpu']) },
    { name: 'solid', grep: /@solid/, use: browser(SOLID) },
  ],
})
