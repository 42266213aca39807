import { defineConfig } from 'vitest/config'
import vue from '@vitejs/plugin-vue'

export default defineConfig({
  plugins: [vue()],
  test: {
    include: ['{core,almanac,words,contract,standins,server,web,scripts}/**/*.test.{ts,mjs}'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    // Two cores are what there is; the default leaves one of them to the runner, which hardly needs it.
    maxWorkers: 2,
    globalSetup: ['scripts/testCluster.mjs'],
    testTimeout: 20_000,
    hookTimeout: 60_000,
  },
})
