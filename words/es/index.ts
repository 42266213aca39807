import type { Catalogue } from '../src/words.ts'
import bench from './bench.json' with { type: 'json' }
import caution from './caution.json' with { type: 'json' }
import field from './field.json' with { type: 'json' }
import frame from './frame.json' with { type: 'json' }
import ledger from './ledger.json' with { type: 'json' }
import outing from './outing.json' with { type: 'json' }
import problem from './problem.json' with { type: 'json' }
import refusal from './refusal.json' with { type: 'json' }
import scout from './scout.json' with { type: 'json' }
import season from './season.json' with { type: 'json' }
import shelf from './shelf.json' with { type: 'json' }
import soil from './soil.json' with { type: 'json' }
import today from './today.json' with { type: 'json' }
import units from './units.json' with { type: 'json' }
import working from './working.json' with { type: 'json' }
import yard from './yard.json' with { type: 'json' }

/** Spanish, as North American crews speak it. */
export const catalogue: Catalogue = {
  ...bench,
  ...caution,
  ...field,
  ...frame,
  ...ledger,
  ...outing,
  ...problem,
  ...refusal,
  ...scout,
  ...season,
  ...shelf,
  ...soil,
  ...today,
  ...units,
  ...working,
  ...yard,
}
