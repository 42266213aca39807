import type { Catalogue } from '../src/words.ts'
import frame from './frame.json' with { type: 'json' }
import outing from './outing.json' with { type: 'json' }
import problem from './problem.json' with { type: 'json' }
import season from './season.json' with { type: 'json' }
import soil from './soil.json' with { type: 'json' }
import today from './today.json' with { type: 'json' }
import units from './units.json' with { type: 'json' }

/** English, what Today says: it is there first. */
export const catalogue: Catalogue = {
  ...frame,
  ...outing,
  ...problem,
  ...season,
  ...soil,
  ...today,
  ...units,
}
