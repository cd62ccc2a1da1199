import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  serverExternalPackages: ['sequelize', 'pg', 'pg-hstore'],
  turbopack: { root: import.meta.dirname },
  // Types are checked by ./immulgo test; checking them again in every build would double its time.
  typescript: { ignoreBuildErrors: true },
};

export default config;
