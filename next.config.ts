import type { NextConfig } from 'next'

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  outputFileTracingRoot: import.meta.dirname,
  serverExternalPackages: ['pg', '@pdf-lib/fontkit', 'pdf-lib'],
  devIndicators: false,
}

export default config
