import { buildWhenStale } from '../scripts/build.mjs'

/** Before the workers start: each of them would find the build stale, and build into the other's. */
export default (): void => buildWhenStale()
