import setup from '../scripts/testCluster.mjs'
import { benchFuzz } from './fuzz.ts'
import { benchLoad } from './load.ts'
import { benchSoak } from './soak.ts'
import { benchAccount } from './account.ts'
import { benchCalculators } from './calculators.ts'
import { benchBarrierLengths } from './barrierLengths.ts'
import { benchSeason } from './season.ts'
import { benchChoice } from './choice.ts'
import { benchKey } from './key.ts'
import { benchGrowth } from './growth.ts'
import { benchFirstLoad } from './firstLoad.ts'
import { benchMix } from './mix.ts'
import { benchReports } from './reports.ts'
import { benchRibbon } from './ribbon.ts'
import { benchSoilSpeed } from './soilSpeed.ts'
import { benchSoilTwins } from './soilTwins.ts'

/** One part alone: npm run bench -- load, growth, fuzz, or soak with its minutes. */
const alone: Record<string, (size?: number) => Promise<void>> = {
  load: benchLoad,
  soak: benchSoak,
  growth: async () => {
    const stop = await setup()
    await benchGrowth()
    await stop?.()
  },
  fuzz: async (count) => {
    const stop = await setup()
    await benchFuzz(count)
    await stop?.()
  },
}
const [part, size] = process.argv.slice(2)
if (part && alone[part]) {
  await alone[part](size ? Number(size) : undefined)
  process.exit(0)
}

await benchCalculators()
benchKey()
benchBarrierLengths()
benchSeason()
benchChoice()
benchMix()
await benchSoilSpeed()
await benchSoilTwins()
const stop = await setup()
await benchAccount()
await benchReports()
await benchGrowth()
await benchFuzz()
await stop?.()
await benchFirstLoad()
await benchRibbon()
await benchLoad()
