import path from 'node:path'

const swc = [
  '@swc/jest',
  { jsc: { parser: { syntax: 'typescript', tsx: true }, transform: { react: { runtime: 'automatic' } }, target: 'es2022' } },
]

const plain = (name, rootDir = `packages/${name}`) => ({
  displayName: name,
  rootDir,
  testMatch: ['<rootDir>/src/**/*.test.ts'],
  transform: { '\\.tsx?$': swc },
})

const config = {
  // A busy machine is slow, not wrong.
  testTimeout: 30_000,
  testSequencer: './scripts/lib/longestFirst.cjs',
  projects: [
    plain('core'),
    plain('sim'),
    plain('bridge', 'apps/bridge'),
    {
      displayName: 'web',
      rootDir: 'apps/web',
      testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
      testEnvironment: 'node',
      transform: { '\\.m?[tj]sx?$': swc },
      // Some packages ship only ES modules: those are transformed too.
      transformIgnorePatterns: [
        '/node_modules/(?!(uuid|better-auth|@better-auth|nanostores|jose|@noble|better-call|rou3|defu|kysely|@better-fetch|uncrypto|set-cookie-parser)/)',
      ],
      moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1', '^lucide-react$': path.join(import.meta.dirname, 'apps/web/src/test/icons.ts') },
    },
  ],
}

export default config
