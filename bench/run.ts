import setup from '../scripts/testCluster.mjs'
import { benchAccount } from './account.ts'
import { benchCalculators } from './calculators.ts'
import { benchKey } from './key.ts'
import { benchFirstLoad } from './firstLoad.ts'

await benchCalculators()
benchKey()
const stop = await setup()
await benchAccount()
await stop?.()
await benchFirstLoad()
