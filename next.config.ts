import type { NextConfig } from 'next';

const config: NextConfig = {
  allowedDevOrigins: ['127.0.0.1'],
  reactStrictMode: true,
  // It builds the card that comes along, and is itself no part of any page.
  serverExternalPackages: ['esbuild'],
  poweredByHeader: false,
  // Building wants none of the test tools.
  typescript: { tsconfigPath: 'tsconfig.build.json' },
  experimental: {
    // What a page promises to read: files of 3 MB with their wrapping, pictures of 15.
    serverActions: { bodySizeLimit: '4mb' },
    proxyClientMaxBodySize: '16mb',
  },
};

export default config;
