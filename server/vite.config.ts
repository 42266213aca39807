import { join } from 'node:path'
import { defineConfig } from 'vite'

/** The server, and its worker threads, each as a file; packages from the registry stay outside them. */
export default defineConfig({
  root: import.meta.dirname,
  ssr: { noExternal: [/^@jardinero\//] },
  build: {
    ssr: true,
    outDir: '../dist/server',
    emptyOutDir: true,
    target: 'node20',
    sourcemap: true,
    rollupOptions: {
      // The server has all words at once; the page loads a language when it is spoken.
      checks: { ineffectiveDynamicImport: false },
      input: {
        main: join(import.meta.dirname, 'src/main.ts'),
        worker: join(import.meta.dirname, 'src/worker.ts'),
        weatherStandin: join(import.meta.dirname, '../standins/src/weatherMain.ts'),
        probeStandin: join(import.meta.dirname, '../standins/src/probeMain.ts'),
        meterStandin: join(import.meta.dirname, '../standins/src/meterMain.ts'),
        scaleStandin: join(import.meta.dirname, '../standins/src/scaleMain.ts'),
        pdfWorker: join(import.meta.dirname, 'src/platform/pdfWorker.ts'),
        taskWorker: join(import.meta.dirname, 'src/work/taskWorker.ts'),
        operator: join(import.meta.dirname, 'src/operator.ts'),
        prepare: join(import.meta.dirname, 'src/prepare.ts'),
        simulateThread: join(import.meta.dirname, 'src/answer/simulateThread.ts'),
        answerThread: join(import.meta.dirname, 'src/answer/answerThread.ts'),
        townThread: join(import.meta.dirname, 'src/yard/gazetteer/townThread.ts'),
        forecastWorker: join(import.meta.dirname, 'src/soil/forecastWorker.ts'),
      },
      output: { entryFileNames: '[name].js' },
    },
  },
})
