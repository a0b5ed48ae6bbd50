import { defineConfig } from 'vitest/config'
import { fileURLToPath } from 'node:url'

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: ['src/**/*.test.ts', 'tests/unit/**/*.test.ts', 'tests/db/**/*.test.ts'],
    globalSetup: 'tests/support/bundlePrograms.mjs',
    // Long enough for a busy machine; nothing waits by the clock.
    testTimeout: 120_000,
    fileParallelism: !process.env.DATABASE_URL,
    // Modules and kernels are loaded once for all files, not once for each; those of the database begin anew.
    isolate: Boolean(process.env.DATABASE_URL),
  },
})
