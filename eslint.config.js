import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** What a browser keeps for pages over HTTPS. */
const SECURE_ONLY = 'Only trusted pages have it: use stores/secureOnly.ts.'

/** What stands between a number and its unit, and the units: for what engines may not write out themselves. */
const SPACE = ' |\\\\u202f|\u202f',
  UNITS = 'mm²?|cm²?|m²|µm|kΩ|MΩ|Ω|%|°C|g|kg|mL|nF|pF|Hz|dB|cents|h|min'
const AS_TYPED = [
  'src/core/units/**',
  'src/core/leaflet/**',
  'src/core/devices/**',
  'src/core/say/**',
  'src/core/finish/airText.ts',
  'src/core/circuit/spice.ts',
  'src/core/drill/bits.ts',
  'src/core/drill/templates/sheetsPdf.ts',
]

export default tseslint.config(
  { ignores: ['dist', 'data', 'node_modules', 'src/server/db/migrations'] },
  ...tseslint.configs.recommended,
  {
    files: ['src/web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-console': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['src/core/**/*.ts'],
    // These write what is typed or shown elsewhere: what a parser accepts, what a stand-in's display shows, a bit's own name.
    ignores: ['**/*.test.ts', ...AS_TYPED],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: `TemplateLiteral > TemplateElement[value.raw=/^(${SPACE})(${UNITS})(?![\\w²])/]:not(:first-child)`,
          message: 'A number with a unit is a value: say`… ${mm(x)} …` (core/say).',
        },
        {
          selector: `:not(Property[key.name=/^(source|accepted)$/]) > Literal[value=/\\d(${SPACE})(mm|cm)\\b/]`,
          message: 'A length in a sentence is a value: say`… ${mm(12, 0)} …` (core/say).',
        },
        {
          selector: `TemplateLiteral > TemplateElement[value.raw=/\\d(${SPACE})(mm|cm)\\b/]`,
          message: 'A length in a sentence is a value: say`… ${mm(12, 0)} …` (core/say).',
        },
      ],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'localStorage'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'Engines read no clock: pass the time in.' },
        { object: 'Math', property: 'random', message: 'Engines draw no random numbers: pass them in.' },
      ],
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts'],
    rules: { 'max-depth': ['error', 6], 'max-lines-per-function': ['error', 120] },
  },
  {
    files: ['src/web/**/*.{ts,tsx}'],
    ignores: [
      '**/*.test.ts',
      'src/web/stores/browserStore.ts',
      'src/web/stores/secureOnly.ts',
      'src/web/workers/serviceWorker.ts',
    ],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "Property[key.name='doubt'] > Literal[raw!='0']",
          message: 'How well a tool reads is said in core/tools alone: use readWith.',
        },
      ],
      'no-restricted-globals': [
        'error',
        { name: 'localStorage', message: 'A browser may forbid it: use stores/browserStore.ts.' },
        { name: 'caches', message: SECURE_ONLY },
        { name: 'sessionStorage', message: 'A browser may forbid it: use stores/browserStore.ts.' },
      ],
      'no-restricted-properties': [
        'error',
        { property: 'scrollIntoView', message: 'It may move the place of the next Tab: use bringIntoView.' },
        { object: 'crypto', property: 'randomUUID', message: 'Only trusted pages have it: use randomName.' },
        { object: 'crypto', property: 'subtle', message: SECURE_ONLY },
        ...[
          'locks',
          'serviceWorker',
          'mediaDevices',
          'wakeLock',
          'serial',
          'clipboard',
          'storage',
          'share',
          'geolocation',
        ].map(property => ({ object: 'navigator', property, message: SECURE_ONLY })),
      ],
    },
  },
  { files: ['tests/**', '**/*.test.ts'], rules: { '@typescript-eslint/no-explicit-any': 'off' } },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
)
