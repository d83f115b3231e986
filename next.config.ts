import type { NextConfig } from 'next';

const config: NextConfig = {
  allowedDevOrigins: ['127.0.0.1'],
  reactStrictMode: true,
  // The one builds the card that comes along, the other is 1 MB of holidays: read where they lie, not copied into every page.
  serverExternalPackages: ['esbuild', 'date-holidays'],
  poweredByHeader: false,
  // Types are checked once, by `npm run typecheck`: building would do it again.
  typescript: { ignoreBuildErrors: true, tsconfigPath: 'tsconfig.build.json' },
  experimental: {
    // What a page promises to read: files of 3 MB with their wrapping, pictures of 15.
    serverActions: { bodySizeLimit: '4mb' },
    proxyClientMaxBodySize: '16mb',
  },
};

export default config;
