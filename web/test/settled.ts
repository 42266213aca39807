import { afterAll, vi } from 'vitest'

/** Parts of a page that are fetched after it are there before a file's ground is taken away. */
afterAll(() => vi.dynamicImportSettled())
