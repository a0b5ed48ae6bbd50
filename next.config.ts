import type { NextConfig } from 'next'

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  outputFileTracingRoot: import.meta.dirname,
  serverExternalPackages: ['pg', 'pdfkit'],
  devIndicators: false,
  // Its sources, so that a page carries only the decompositions that it takes.
  turbopack: { resolveAlias: { 'ml-matrix': './node_modules/ml-matrix/src/index.js' } },
  // A drawing may have 40 MB, a file with a solid 64; the default would cut it off at ten.
  experimental: { proxyClientMaxBodySize: '70mb' },
}

export default config
