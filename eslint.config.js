import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Rooms of the core in order: a room uses only those before it. */
const ROOMS = [
  'units',
  'words',
  'wire',
  'geometry',
  'field',
  'trace',
  'fiducial',
  'practice',
  'route',
  'strip',
  'forming',
  'motif',
  'lettering',
  'element',
  'end',
  'item',
  'piece',
  'plan',
  'dressing',
  'bill',
  'cutting',
  'drawer',
  'gauge',
  'steps',
  'making',
  'notebook',
  'price',
  'desk',
  'file',
  'sheet',
  'photo',
  'planning',
];

const OUTSIDE_CORE = [
  'react',
  'react-*',
  'node:*',
  '~/*',
  '**/app/**',
  '**/cli/**',
  '@demo/*',
  'localforage',
];

const roomRules = ROOMS.map((room, i) => ({
  files: [`core/${room}/**/*.ts`],
  // What only tests use may look inside rooms, as tests do.
  ignores: ['**/*.test.ts', '**/*.support.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          { group: OUTSIDE_CORE, message: 'The core has no interface, DOM or Node code.' },
          ...(i + 1 < ROOMS.length
            ? [
                {
                  group: ROOMS.slice(i + 1).flatMap((r) => [`../${r}`, `../${r}/*`]),
                  message: 'Later rooms use earlier ones, never back.',
                },
              ]
            : []),
          { group: ROOMS.map((r) => `../${r}/*`), message: 'Enter a room by its index.' },
        ],
      },
    ],
    'no-restricted-globals': [
      'error',
      'window',
      'document',
      'navigator',
      'process',
      'Buffer',
      'localStorage',
      'fetch',
    ],
  },
}));

export default tseslint.config(
  { ignores: ['build/', '.react-router/', 'node_modules/', 'test-results/', 'playwright-report/'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.recommendedTypeChecked, ...tseslint.configs.stylisticTypeChecked],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { varsIgnorePattern: '^_', argsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { attributes: false } },
      ],
      '@typescript-eslint/only-throw-error': 'off',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/dot-notation': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: hooks.configs.recommended.rules,
  },
  {
    files: ['**/*.{js,mjs}'],
    languageOptions: {
      globals: {
        console: 'readonly',
        process: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        fetch: 'readonly',
        AbortSignal: 'readonly',
        Buffer: 'readonly',
        performance: 'readonly',
      },
    },
  },
  ...roomRules,
  {
    files: ['public/theme.js'],
    languageOptions: {
      globals: { document: 'readonly', localStorage: 'readonly', matchMedia: 'readonly' },
    },
  },
  prettier,
);
