import type { YardId } from '@jardinero/core/quantity'
import { splitPieces, type KeptRuns } from '@jardinero/core/soil'

/** Longer than it takes to work them out is no help. */
const patienceMs = 8000

/** The simulated seasons as the server keeps them; nothing where it does not have them, or too late. @param grounds how many are wanted */
export async function fetchRuns(yardId: YardId, grounds: number): Promise<KeptRuns | undefined> {
  try {
    const response = await fetch(`/api/yard/yards/${yardId}/runs`, {
      signal: AbortSignal.timeout(patienceMs),
    })
    if (!response.ok) return undefined
    const kept = splitPieces(new Uint8Array(await response.arrayBuffer()))
    return kept.grounds.length === grounds ? kept : undefined
  } catch {
    return undefined
  }
}
