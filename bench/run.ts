import setup from '../scripts/testCluster.mjs'
import { benchAccount } from './account.ts'
import { benchCalculators } from './calculators.ts'
import { benchBarrierLengths } from './barrierLengths.ts'
import { benchSeason } from './season.ts'
import { benchChoice } from './choice.ts'
import { benchKey } from './key.ts'
import { benchFirstLoad } from './firstLoad.ts'
import { benchMix } from './mix.ts'
import { benchReports } from './reports.ts'
import { benchRibbon } from './ribbon.ts'
import { benchSoilSpeed } from './soilSpeed.ts'
import { benchSoilTwins } from './soilTwins.ts'

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
await stop?.()
await benchFirstLoad()
await benchRibbon()
