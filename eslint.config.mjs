import next from 'eslint-config-next/core-web-vitals'
import nextTypescript from 'eslint-config-next/typescript'
import tseslint from 'typescript-eslint'

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
  ...next,
  ...nextTypescript,
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
    },
  },
  {
    files: ['scripts/**', 'bench/**', 'apps/web/bench/**', 'apps/web/src/commands/prepare.ts', 'apps/web/src/commands/rebuildCommand.ts'],
    rules: { 'no-console': 'off' },
  },
  { settings: { next: { rootDir: 'apps/web' } }, rules: { '@next/next/no-html-link-for-pages': 'off' } },
)
