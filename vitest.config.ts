import { defineConfig } from 'vitest/config'
import vue from '@vitejs/plugin-vue'

export default defineConfig({
  plugins: [vue()],
  test: {
    include: ['{core,almanac,words,contract,standins,server,web,scripts}/**/*.test.{ts,mjs}'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    globalSetup: ['scripts/testCluster.mjs'],
    testTimeout: 20_000,
    hookTimeout: 60_000,
  },
})
