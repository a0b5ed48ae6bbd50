import type { NextConfig } from 'next'

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  outputFileTracingRoot: import.meta.dirname,
  serverExternalPackages: ['pg', 'pdfkit'],
  devIndicators: false,
  // A drawing may have 40 MB; the default would cut it off at ten.
  experimental: { proxyClientMaxBodySize: '45mb' },
}

export default config
