import { defineConfig } from 'vite'

/** The server as one file; packages from the registry stay outside it. */
export default defineConfig({
  root: import.meta.dirname,
  ssr: { noExternal: [/^@jardinero\//] },
  build: {
    ssr: 'src/main.ts',
    outDir: '../dist/server',
    emptyOutDir: true,
    target: 'node20',
    sourcemap: true,
    rollupOptions: { output: { entryFileNames: 'main.js' } },
  },
})
