import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { almanacPage } from '../almanac/src/page.ts'

// npm run almanac: writes docs/almanac.md from the data.
writeFileSync(join(import.meta.dirname, '..', 'docs', 'almanac.md'), almanacPage())
