import { First1760000000001 } from './0001-first.ts'

/** Migrations in order; a new one is added at the end, none is ever changed. */
export const migrations = [First1760000000001]
