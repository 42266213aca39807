import setup from '../scripts/testCluster.mjs'
import { benchFuzz } from './fuzz.ts'
import { benchLoad } from './load.ts'
import { benchSoak } from './soak.ts'
import { benchAccount } from './account.ts'
import { benchCalculators } from './calculators.ts'
import { benchBarrierLengths } from './barrierLengths.ts'
import { benchSeason } from './season.ts'
import { benchCrewDays } from './crewDays.ts'
import { benchChoice } from './choice.ts'
import { benchKey } from './key.ts'
import { benchGrowth } from './growth.ts'
import { benchAnswer } from './answer.ts'
import { benchFirstLoad } from './firstLoad.ts'
import { benchLabels } from './labels.ts'
import { benchLawns } from './lawns.ts'
import { benchManyLawns } from './manyLawns.ts'
import { benchMix } from './mix.ts'
import { benchReports } from './reports.ts'
import { benchRibbon } from './ribbon.ts'
import { benchSoilSpeed } from './soilSpeed.ts'
import { benchSoilTwins } from './soilTwins.ts'

/** The parts in their order; those that ask a database get one of their own. */
const parts: Record<string, { run: (size?: number) => Promise<void> | void; database?: true }> = {
  calculators: { run: benchCalculators },
  key: { run: benchKey },
  barrierLengths: { run: benchBarrierLengths },
  season: { run: benchSeason },
  choice: { run: benchChoice },
  mix: { run: benchMix },
  labels: { run: benchLabels },
  soilSpeed: { run: benchSoilSpeed },
  soilTwins: { run: benchSoilTwins },
  account: { run: benchAccount, database: true },
  reports: { run: benchReports, database: true },
  growth: { run: benchGrowth, database: true },
  fuzz: { run: benchFuzz, database: true },
  firstLoad: { run: benchFirstLoad },
  answer: { run: benchAnswer },
  manyLawns: { run: benchManyLawns, database: true },
  ribbon: { run: benchRibbon },
  lawns: { run: benchLawns, database: true },
  crewDays: { run: (counties) => benchCrewDays(counties) },
  load: { run: benchLoad },
}
/** For a part alone only: it lasts as many minutes as are given. */
const alone: typeof parts = { ...parts, soak: { run: benchSoak } }

const [name, size] = process.argv.slice(2)
if (name && !alone[name]) {
  console.error(`There is no part "${name}": ${Object.keys(alone).join(', ')}.`)
  process.exit(1)
}
for (const part of name ? [alone[name]!] : Object.values(parts)) {
  const stop = part.database && (await setup())
  await part.run(size ? Number(size) : undefined)
  await stop?.()
}
process.exit(0)
