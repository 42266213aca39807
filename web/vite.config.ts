import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  root: import.meta.dirname,
  plugins: [vue()],
  build: { outDir: '../dist/web', emptyOutDir: true, target: 'es2022', sourcemap: false },
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
})
