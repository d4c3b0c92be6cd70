import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Functions whose result differs between engines, or that read clock or chance: core has its own. */
const UNSTEADY = [
  'sin',
  'cos',
  'tan',
  'asin',
  'acos',
  'atan',
  'atan2',
  'pow',
  'exp',
  'log',
  'log2',
  'log10',
  'hypot',
  'cbrt',
  'random',
];

const INNER_LOOPS = [
  'core/src/ink/kernel-*.ts',
  'core/src/ink/lay-by-rule.ts',
  'core/src/ink/band/lay-piece.ts',
  'core/src/ink/entry.ts',
  'core/src/maths/hash.ts',
  'core/src/raster/blur.ts',
];

const PRODUCT = ['core', 'io', 'server', 'cli', 'web'].flatMap((part) => [
  `${part}/src/**/*.ts`,
  `${part}/src/**/*.tsx`,
]);

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      'node_modules/**',
      'server/drizzle/**',
      'core/kernel/**',
      'core/src/wasm/kernel-binary.ts',
      '**/*.cjs',
      'docs/**',
    ],
  },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      // a type that a schema gives has a name of its own in messages
      '@typescript-eslint/no-empty-object-type': ['error', { allowInterfaces: 'with-single-extends' }],
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      eqeqeq: 'error',
    },
  },
  {
    files: [...PRODUCT, 'demo/src/**/*.ts', 'scripts/**/*.ts'],
    rules: {
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: PRODUCT,
    rules: { 'max-params': ['error', 5], 'max-depth': ['error', 4] },
  },
  {
    // the kernel, its twin and what stands in inner loops: numbers, not objects, are what is fast there
    files: INNER_LOOPS,
    rules: { 'max-params': 'off', 'max-lines-per-function': 'off' },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        ...UNSTEADY.map((property) => ({ object: 'Math', property })),
        { object: 'Date', property: 'now' },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Buffer', 'setTimeout', 'fetch', 'Date'],
    },
  },
  {
    files: ['web/**/*.tsx', 'web/**/*.ts'],
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': ['error', { additionalHooks: '(useAbortable)' }],
    },
  },
  { files: ['**/*.test.ts', 'e2e/**/*.ts'], rules: { '@typescript-eslint/no-unused-expressions': 'off' } },
);
