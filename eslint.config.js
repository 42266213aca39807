import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import globals from 'globals'
import ts from 'typescript-eslint'

/** Rooms of the core in the order of the work: a room may use those before it. */
const coreRooms = [
  'quantity',
  'yard',
  'scout',
  'soil',
  'shelf',
  'bench',
  'season',
  'outing',
  'ledger',
  'today',
  'rounds',
]

const laterRooms = (i) => coreRooms.slice(i + 1)
const earlierRooms = (i) => coreRooms.slice(0, i)
const noClock = {
  selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
  message: 'The clock is passed in.',
}

/** Casts that say nothing. At the edge of a library that leaves no other way, the line says why. */
const noCasts = [
  { selector: 'TSAsExpression > TSNeverKeyword', message: 'A cast to never hides what the type is.' },
  {
    selector: 'TSAsExpression > TSAsExpression > TSUnknownKeyword',
    message: 'A cast by unknown is checked by nobody: narrow it, or give it its type where it comes from.',
  },
  {
    selector:
      'TSAsExpression > MemberExpression[object.name="request"][property.name=/^(body|query|params)$/]',
    message: 'What was sent is of its schema’s type (platform/app.ts).',
  },
]

/** In one room of the core: no other floor, no platform, no room later in the order, others by their door only. */
const coreRoom = (room, i) => ({
  files: [`core/src/${room}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: ['@jardinero/*', 'node:*', 'vue', 'fastify', 'typeorm', 'joi', 'd3-*'],
            message: 'The core knows no other floor.',
          },
          ...(laterRooms(i).length
            ? [
                {
                  group: laterRooms(i).map((r) => `**/${r}/**`),
                  message: 'A room uses only rooms earlier in the order.',
                },
              ]
            : []),
          ...(i > 0
            ? [
                {
                  regex: `/(${earlierRooms(i).join('|')})/(?!index\\.ts$)`,
                  message: 'Enter a room by its index.ts.',
                },
              ]
            : []),
        ],
      },
    ],
    'no-restricted-globals': [
      'error',
      'window',
      'document',
      'process',
      'fetch',
      'console',
      'setTimeout',
      'crypto',
    ],
    'no-restricted-syntax': ['error', noClock, ...noCasts],
    'no-restricted-properties': [
      'error',
      { object: 'Math', property: 'random', message: 'Randomness is passed in.' },
    ],
  },
})

const floors = ['core', 'almanac', 'words', 'contract', 'standins', 'server', 'web']
/** Which floors each floor stands on. */
const standsOn = {
  almanac: ['core'],
  words: ['core'],
  contract: ['core'],
  standins: ['core', 'almanac'],
  server: ['contract', 'core', 'almanac', 'words'],
  web: ['contract', 'core', 'words'],
}
const platformOf = {
  web: ['node:*', 'joi', 'typeorm', 'fastify'],
  contract: ['node:*', 'vue'],
  words: ['node:*', 'vue'],
  almanac: ['vue'],
  standins: ['vue', 'fastify', 'typeorm'],
  server: ['vue'],
}

/** Rooms of the web, and what holds the server's answers. */
const webRooms = [
  'state',
  'workers',
  'frame',
  'today',
  'lawns',
  'yard',
  'scout',
  'soil',
  'season',
  'shelf',
  'bench',
  'outing',
  'ledger',
]
/** A room is entered by its door; a component is a door of its own, so that its styles come only where it is shown. */
const webDoors = {
  regex: `^(\\.\\./)+(${webRooms.join('|')})/(?!index\\.ts$)(?!.*\\.vue$)`,
  message: 'Enter a room by its index.ts, or take a component of it.',
}

/** Rooms of the server, each entered by its door. What every room stands on, platform/, has none: its files are doors of their own. */
const serverRooms = [
  'account',
  'answer',
  'bench',
  'lawns',
  'ledger',
  'outing',
  'quantity',
  'scout',
  'season',
  'shelf',
  'soil',
  'state',
  'tasks',
  'work',
  'yard',
]
const serverDoors = {
  regex: `/(${serverRooms.join('|')})/(?!index\\.ts$)`,
  message: 'Enter a room by its index.ts.',
}

const scopedOfAccount = ['exportAccount', 'fileRows', 'proveReadable', 'today', 'routes'].map(
  (name) => `server/src/account/${name}.ts`,
)

const floorDoors = (floor) => ({
  files: [`${floor}/src/**/*.{ts,vue}`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: floors
              .filter((f) => f !== floor && !standsOn[floor].includes(f))
              .map((f) => `@jardinero/${f}{,/**}`),
            message: 'Arrows point down: this floor does not stand on that one.',
          },
          { group: floors.map((f) => `**/../${f}/src/**`), message: 'Enter a floor by its package name.' },
          { group: platformOf[floor], message: 'Not on this floor.' },
          ...(floor === 'web' ? [webDoors] : []),
          ...(floor === 'server' ? [serverDoors] : []),
        ],
      },
    ],
  },
})

export default ts.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      'data/**',
      '.cache/**',
      'test-results/**',
      'core/kernel/**',
      '**/*.gen.ts',
    ],
  },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  prettier,
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      'no-restricted-exports': ['error', { restrictDefaultExports: { direct: true } }],
      'max-lines': ['error', { max: 300, skipBlankLines: true }],
      // Ceilings that may only come down; what we aim at is 40 lines and four parameters.
      'max-lines-per-function': ['error', { max: 120, skipBlankLines: true, skipComments: true }],
      'max-params': ['error', { max: 6 }],
    },
  },
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: {
      'vue/require-default-prop': 'off',
      'no-undef': 'off',
      'max-lines': ['error', { max: 180, skipBlankLines: true }],
    },
  },
  { files: ['**/*.ts'], rules: { 'no-undef': 'off' } },
  {
    files: ['**/*.config.*', 'scripts/testCluster.mjs', 'e2e/**'],
    rules: { 'no-restricted-exports': 'off' },
  },
  {
    files: ['**/*.test.ts', 'e2e/**', 'server/test/**', 'server/src/migrations/**'],
    rules: { 'max-lines': 'off', 'max-lines-per-function': 'off', 'max-params': 'off' },
  },
  {
    files: ['*/src/**/*.{ts,vue}'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...noCasts] },
  },
  ...Object.keys(standsOn).map(floorDoors),
  {
    files: ['web/src/**/*.{ts,vue}'],
    ignores: ['**/*.test.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^@jardinero/contract/(?!(?:constants|roles)$)',
              allowTypeImports: true,
              message: 'Types only, constants, or roles: the rest brings Joi, 50 kB, to the browser.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['server/src/**/*.ts'],
    ignores: [
      'server/src/platform/**',
      'server/src/main.ts',
      'server/src/worker.ts',
      'server/src/operator.ts',
    ],
    rules: {
      'no-restricted-syntax': ['error', noClock, ...noCasts],
    },
  },
  {
    // Whose a row is, is said in one place: platform/scope.ts. What is of no account, or of all, stands in the account's room.
    files: [
      'server/src/{bench,ledger,outing,scout,season,shelf,soil,state,yard}/**/*.ts',
      ...scopedOfAccount,
    ],
    ignores: ['**/entities.ts', '**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        noClock,
        ...noCasts,
        {
          selector: 'ObjectExpression > Property[key.name="accountId"]',
          message: 'The scope says whose a row is.',
        },
        {
          selector:
            ':matches(Literal[value=/account_id\\s*=/], TemplateElement[value.raw=/account_id\\s*=\\s*[$:]/])',
          message: 'The scope says whose a row is.',
        },
        {
          selector: 'MemberExpression[object.name="scope"][property.name=/^(manager|accountId)$/]',
          message: 'Ask the scope itself: find, get, query, rows, add, put, change, update, delete.',
        },
      ],
    },
  },
  ...coreRooms.map(coreRoom),
)
