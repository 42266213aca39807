import type { Catalogue } from '../src/words.ts'
import bench from './bench.json' with { type: 'json' }
import caution from './caution.json' with { type: 'json' }
import field from './field.json' with { type: 'json' }
import glossary from './glossary.json' with { type: 'json' }
import job from './job.json' with { type: 'json' }
import ledger from './ledger.json' with { type: 'json' }
import refusal from './refusal.json' with { type: 'json' }
import scout from './scout.json' with { type: 'json' }
import shelf from './shelf.json' with { type: 'json' }
import working from './working.json' with { type: 'json' }
import yard from './yard.json' with { type: 'json' }

/** Spanish, what the other stations say. */
export const catalogue: Catalogue = {
  ...bench,
  ...caution,
  ...field,
  ...glossary,
  ...job,
  ...ledger,
  ...refusal,
  ...scout,
  ...shelf,
  ...working,
  ...yard,
}
