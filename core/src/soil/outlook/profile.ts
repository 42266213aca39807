import { notedDepthsM, profileDays, type GroundPast, type MemberRuns } from '../simulate/simulate.ts'

/** The ground cut open: depths, m; daily means day by day, the observed ones first, °C. */
export interface GroundProfile {
  depthsM: number[]
  past: number
  ahead: number
  temperatureC: number[]
}

/** Observed days, then the mean of some members, moved by what readings say of 2 in. */
export function profileOf(
  past: GroundPast,
  runs: MemberRuns,
  ground: number,
  offsetK: number,
): GroundProfile {
  const depths = notedDepthsM.length
  const order = notedDepthsM.map((z, k) => ({ z, k })).sort((a, b) => a.z - b.z)
  const aheadSum = runs.profileC[ground]!
  const rows: number[] = []
  for (let d = 0; d < profileDays.past; d++)
    for (const { k } of order) rows.push(past.profileC[d * depths + k]! + offsetK)
  const ahead = runs.profileMembers ? aheadSum.length / depths : 0
  for (let d = 0; d < ahead; d++)
    for (const { k } of order) rows.push(aheadSum[d * depths + k]! / runs.profileMembers + offsetK)
  return { depthsM: order.map(({ z }) => z), past: profileDays.past, ahead, temperatureC: rows }
}
