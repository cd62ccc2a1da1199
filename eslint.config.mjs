import next from 'eslint-config-next/core-web-vitals';
import nextTypescript from 'eslint-config-next/typescript';
import prettier from 'eslint-config-prettier';

/** What the core may never touch: a clock, randomness of its own, the network or the browser. */
const notInCore = [
  'Date',
  'performance',
  'crypto',
  'fetch',
  'window',
  'document',
  'process',
  'setTimeout',
  'setInterval',
];

/** 0.041 * 100 is 4.1000000000000005: a product is rounded before anybody reads it. */
const products = [
  'TemplateLiteral > BinaryExpression',
  'JSXElement > JSXExpressionContainer > BinaryExpression',
].map((where) => ({
  selector: `${where}[operator='*'][right.value=100]`,
  message: 'Round it, or say it with percent() or say.',
}));

/** What is drawn may round where it stands; what is read, with a word or a unit behind a space, may not. */
const roundings = [
  "CallExpression[callee.object.name='Math'][callee.property.name=/^(round|max|min|abs)$/]",
  "CallExpression[callee.property.name='toFixed']",
].map((what) => ({
  selector: `TemplateLiteral:has(TemplateElement[value.raw=/(^| )[a-z]{3,} | (%|°|g|h|L|kg|mL|mm|min)/]) > ${what}`,
  message: 'A sentence does not round for itself: core/quantities has words for its numbers.',
}));

const rules = [
  { ignores: ['.next/**', '.immulgo/**', 'node_modules/**', 'next-env.d.ts', 'test-results/**'] },
  ...next,
  ...nextTypescript,
  prettier,
  {
    files: ['src/core/**/*.ts'],
    ignores: ['src/core/**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...notInCore.map((name) => ({ name, message: 'The core has no I/O and no clock: pass it in.' })),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Pass a seeded generator in.' },
      ],
    },
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  {
    files: ['src/**/*.ts', 'src/**/*.tsx'],
    ignores: ['src/**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...products] },
  },
  {
    files: ['core', 'data', 'server', 'ui', 'app'].map((part) => `src/${part}/**/*.{ts,tsx}`),
    ignores: ['src/**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...products, ...roundings] },
  },
];

export default rules;
