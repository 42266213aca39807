import type { BarrierActive } from './active.ts'

/** Share that rain on full ground does not carry down. */
export const shareNotLeached = (leachedPerMm: number, waterMm: number): number =>
  Math.exp(-leachedPerMm * waterMm)

/** What went down of one active in one pass, and what of it has not been taken into the soil yet. */
interface Deposit {
  active: BarrierActive
  at: number
  surface: number
  waterMm: number
}

/** Residues of actives in the top 2 cm of one place, day by day, lb/acre. */
export interface Residue {
  /** Puts a rate down. @param slot the active's place among the residues */
  apply: (slot: number, lbPerAcre: number, thatchCm: number) => void
  /** A day passes: @param pace of loss (lossPace) @param waterMm rain and water given @param full whether the ground is full of water */
  pass: (pace: number, waterMm: number, full: boolean) => void
  /** The same on a day of those that were given. */
  passDay: (at: number, waterMm: number, full: boolean) => void
  /** In the soil, by slot. */
  inSoil: Float64Array
  /** Multiplies what is in the soil, as when the barrier is broken by aerating. */
  disturb: (share: number) => void
  /** Whether something lies on the surface still. */
  lying: () => boolean
  clear: () => void
}

const rateOf = ({ halfLifeDays }: BarrierActive): number => Math.LN2 / halfLifeDays

/** Share of an active in the soil that is left after each of some days. @param pace of loss on each (lossPace) */
export function keptShares(active: BarrierActive, pace: Float32Array): Float64Array {
  const rate = rateOf(active)
  const shares = new Float64Array(pace.length)
  for (let i = 0; i < shares.length; i++) shares[i] = Math.exp(-rate * pace[i]!)
  return shares
}

/** Under this little on the surface, it is counted as gone in, lb/acre. */
const sliver = 1e-6

/**
 * First-order loss in the soil; until enough water has fallen, what lies on the surface is lost to light and as vapour and
 * does nothing; rain on full ground carries mobile ones down.
 * @param kept by active, the share that is left after each day (keptShares): worked out once for many programmes
 */
export function createResidue(actives: BarrierActive[], kept: ArrayLike<number>[] = []): Residue {
  const inSoil = new Float64Array(actives.length)
  const rates = actives.map(rateOf)
  const onSurface = actives.map((a) => 1 - a.surfaceLossPerDay)
  let deposits: Deposit[] = []

  function takeIn(waterMm: number): void {
    for (const deposit of deposits) {
      const before = Math.min(1, deposit.waterMm / deposit.active.activationMm)
      deposit.waterMm += waterMm
      const now = Math.min(1, deposit.waterMm / deposit.active.activationMm)
      if (now > before) {
        const moved = deposit.surface * ((now - before) / (1 - before))
        inSoil[deposit.at]! += moved
        deposit.surface -= moved
      }
      deposit.surface *= onSurface[deposit.at]!
    }
    if (deposits.some((d) => d.surface < sliver)) deposits = deposits.filter((d) => d.surface >= sliver)
  }
  const notWashed = (i: number, waterMm: number, full: boolean): number =>
    full && waterMm > 0 ? shareNotLeached(actives[i]!.leachedPerMm, waterMm) : 1
  return {
    inSoil,
    apply: (slot, lbPerAcre, thatchCm) => {
      const active = actives[slot]!
      const held = Math.min(0.5, active.thatchHeldPerCm * thatchCm)
      deposits.push({ active, at: slot, surface: lbPerAcre * (1 - held), waterMm: 0 })
    },
    pass: (pace, waterMm, full) => {
      for (let i = 0; i < inSoil.length; i++)
        if (inSoil[i]! > 0) inSoil[i]! *= Math.exp(-rates[i]! * pace) * notWashed(i, waterMm, full)
      if (deposits.length) takeIn(waterMm)
    },
    passDay: (at, waterMm, full) => {
      for (let i = 0; i < inSoil.length; i++)
        if (inSoil[i]! > 0) inSoil[i]! *= kept[i]![at]! * notWashed(i, waterMm, full)
      if (deposits.length) takeIn(waterMm)
    },
    disturb: (share) => {
      for (let i = 0; i < inSoil.length; i++) inSoil[i]! *= share
    },
    lying: () => deposits.length > 0,
    clear: () => {
      inSoil.fill(0)
      deposits = []
    },
  }
}
