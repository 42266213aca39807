import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    vue(),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src',
      filename: 'sw.ts',
      injectRegister: false,
      manifest: false,
      // The page itself has a nonce of its own each time: the service worker keeps it with its headers.
      injectManifest: {
        globPatterns: ['**/*.{js,css,woff2,svg,png,webmanifest}'],
        // What reads labels is large: kept once it was fetched (src/sw.ts).
        globIgnores: ['**/tesseract-core*'],
        maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
      },
    }),
  ],
  assetsInclude: ['**/*.gz'],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    // Which file holds the words of which language (server/src/platform/webFolder.ts).
    manifest: 'files.json',
    sourcemap: false,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            // What the first page is made of comes as one file; what stations share, as few.
            { name: 'first', tags: ['$initial'], priority: 2 },
            {
              name: 'shared',
              entriesAware: true,
              entriesAwareMergeThreshold: 20_000,
              minShareCount: 2,
              priority: 1,
            },
          ],
        },
        chunkFileNames: ({ name }) => `assets/${name.replace(/~.*/, '')}-[hash].js`,
        // What reads photos looks for its data by name; they do not change within their version.
        assetFileNames: ({ names }) =>
          names[0]?.endsWith('.traineddata.gz')
            ? 'assets/traineddata-4.0.0/[name][extname]'
            : 'assets/[name]-[hash][extname]',
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
})
