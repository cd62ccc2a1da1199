import type { NextConfig } from 'next';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  serverExternalPackages: ['sequelize', 'pg', 'pg-hstore'],
  turbopack: { root: import.meta.dirname },
};

export default config;
