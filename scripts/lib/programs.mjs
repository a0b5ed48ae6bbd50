import { existsSync, mkdirSync, readFileSync, renameSync, utimesSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'

/**
 * Bundles what runs beside the web server: its work off its own thread, and the command line, in pieces so that
 * a quick figure loads only what it needs. Packages stay where they are installed.
 */
export async function bundlePrograms() {
  const { build } = await import('esbuild')
  const common = {
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias: { '@': './src' },
    logLevel: 'error',
    write: false,
  }
  const worker = await build({
    ...common,
    entryPoints: ['src/operations/backroom/worker.ts'],
    outfile: '.foothold/build/backroom.mjs',
  })
  const line = await build({
    ...common,
    entryPoints: ['src/cli/main.ts'],
    outdir: '.foothold/build/cli',
    outExtension: { '.js': '.mjs' },
    splitting: true,
  })
  // What is started comes last, after the pieces that it loads.
  const isEntry = ({ path }) => path.endsWith('main.mjs')
  const files = [...worker.outputFiles, ...line.outputFiles].sort((a, b) => isEntry(a) - isEntry(b))
  for (const { contents, path } of files) put(path, contents)
}

/** Writes a file in one stroke, and only when it is another: somebody may be starting it just now. */
function put(path, contents) {
  mkdirSync(dirname(path), { recursive: true })
  const now = new Date()
  if (existsSync(path) && Buffer.compare(readFileSync(path), contents) === 0)
    return utimesSync(path, now, now)
  writeFileSync(`${path}.${process.pid}`, contents)
  renameSync(`${path}.${process.pid}`, path)
}
