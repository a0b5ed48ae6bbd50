import { mkdirSync } from 'node:fs'

/** Bundles what the server does off its own thread; packages stay where they are installed. */
export async function bundleBackroom() {
  mkdirSync('.foothold/build', { recursive: true })
  const { build } = await import('esbuild')
  await build({
    entryPoints: ['src/operations/backroom/worker.ts'],
    outfile: '.foothold/build/backroom.mjs',
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias: { '@': './src' },
    logLevel: 'error',
  })
}
