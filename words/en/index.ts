import type { Catalogue } from '../src/words.ts'
import caution from './caution.json' with { type: 'json' }
import field from './field.json' with { type: 'json' }
import problem from './problem.json' with { type: 'json' }
import refusal from './refusal.json' with { type: 'json' }
import units from './units.json' with { type: 'json' }
import working from './working.json' with { type: 'json' }

/** English. */
export const catalogue: Catalogue = { ...caution, ...field, ...problem, ...refusal, ...units, ...working }
