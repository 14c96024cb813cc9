import path from 'node:path'
import type { NextConfig } from 'next'

const root = path.resolve(import.meta.dirname, '../..')

const config: NextConfig = {
  // For a container: only the files that serving needs (`deploy/Dockerfile`). The server in front is ours.
  ...(process.env.LUCERNA_STANDALONE === '1' && { output: 'standalone' as const }),
  transpilePackages: ['@lucerna/core', '@lucerna/sim'],
  turbopack: { root },
  experimental: {
    // Written for the next build; a first one, of somebody who wants to see the page, does without.
    turbopackFileSystemCacheForBuild: process.env.LUCERNA_BUILD_CACHE !== '0',
    // A server's code is sent to nobody: left as it is written, it builds in three quarters of the time, and a stack in the log can be read.
    serverMinification: false,
    turbopackSourceMaps: false,
    // The process that does the long work answers nobody; a second server of a test is asked for few pages.
    preloadEntriesOnStart: process.env.LUCERNA_BACKGROUND !== '1' && process.env.LUCERNA_PRELOAD !== '0',
  },
  outputFileTracingRoot: root,
  poweredByHeader: false,
  // A page comes with its title: streamed after it, there is a moment without one, and a screen reader says the address.
  htmlLimitedBots: /./,
  // `npm run types` checks them, with the tests too; a technician’s first start need not.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['pino', 'postgres', '@react-pdf/renderer', 'prom-client', 'pg-boss', 'yazl'],
  // Addresses of before: bookmarks, printed links and pages kept on a device still lead somewhere.
  redirects: async () =>
    Object.entries({ places: 'sites', workings: 'calculators', room: 'simulator', practices: 'profiles', exchange: 'import-export' }).map(
      ([before, now]) => ({ source: `/${before}/:path*`, destination: `/${now}/:path*`, permanent: true }),
    ),
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'x-content-type-options', value: 'nosniff' },
        { key: 'x-frame-options', value: 'DENY' },
        { key: 'referrer-policy', value: 'same-origin' },
      ],
    },
  ],
}

export default config
