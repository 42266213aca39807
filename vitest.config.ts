import { defineConfig } from 'vitest/config'
import vue from '@vitejs/plugin-vue'

const exclude = ['**/node_modules/**', '**/dist/**']

export default defineConfig({
  plugins: [vue()],
  test: {
    // Two cores are what there is; the default leaves one of them to the runner, which hardly needs it.
    maxWorkers: 2,
    globalSetup: ['scripts/testCluster.mjs'],
    testTimeout: 60_000,
    hookTimeout: 120_000,
    projects: [
      {
        extends: true,
        test: {
          name: 'core and server',
          include: ['{core,almanac,words,contract,standins,server,scripts}/**/*.test.{ts,mjs}'],
          exclude,
          // These keep nothing between files: what is imported once is there for the next.
          isolate: false,
        },
      },
      // Nor do these: each home is made anew, and what is mounted goes with it.
      {
        extends: true,
        test: {
          name: 'web',
          include: ['web/**/*.test.ts'],
          exclude,
          isolate: false,
          setupFiles: ['web/test/settled.ts'],
        },
      },
    ],
  },
})
