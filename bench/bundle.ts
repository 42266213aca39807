import { join } from 'node:path'
import { build } from 'vite'

const root = join(import.meta.dirname, '..')

/** An entry of the bench as one file of plain JavaScript, as the application's workers are. @returns its path */
export async function bundle(entry: string): Promise<string> {
  const name = entry.replace(/\W+/g, '-')
  await build({
    configFile: false,
    root,
    logLevel: 'error',
    ssr: { noExternal: [/^@jardinero\//] },
    build: {
      ssr: join(import.meta.dirname, entry),
      outDir: join(root, '.cache', 'bench'),
      emptyOutDir: false,
      target: 'node20',
      minify: true,
      rollupOptions: { output: { entryFileNames: `${name}.mjs` } },
    },
  })
  return join(root, '.cache', 'bench', `${name}.mjs`)
}
