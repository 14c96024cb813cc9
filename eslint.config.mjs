import next from 'eslint-config-next/core-web-vitals'
import nextTypescript from 'eslint-config-next/typescript'
import tseslint from 'typescript-eslint'

/** Where components and hooks are: what compiles them to look for mistakes is most of the time that this takes. */
const SCREENS = {
  files: ['apps/web/src/**/*.{ts,tsx}'],
  ignores: [
    'apps/web/src/{db,server,messages,commands}/**',
    'apps/web/src/features/*/server/**',
    'apps/web/src/app/api/**',
    '**/*.test.ts',
  ],
}

export default tseslint.config(
  {
    ignores: [
      '**/node_modules/',
      '**/.next/',
      '.data/',
      '**/next-env.d.ts',
      'apps/web/public/sw.js',
      'apps/web/src/db/migrations/',
      '**/test-results/',
      '**/playwright-report/',
    ],
  },
  ...next.map((part) => (part.name === 'next' ? { ...part, ...SCREENS } : part)),
  ...nextTypescript,
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
    },
  },
  {
    // The packages wait for nothing: no promise is made there.
    files: ['apps/**/*.{ts,tsx}', 'bench/**/*.ts'],
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
    },
  },
  {
    files: ['scripts/**', 'bench/**', 'apps/web/bench/**', 'apps/web/src/commands/prepare.ts', 'apps/web/src/commands/rebuildCommand.ts'],
    rules: { 'no-console': 'off' },
  },
  { settings: { next: { rootDir: 'apps/web' } }, rules: { '@next/next/no-html-link-for-pages': 'off' } },
)
