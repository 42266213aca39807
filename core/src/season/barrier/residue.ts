import type { BarrierActive } from './active.ts'

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
  /** In the soil, by slot. */
  inSoil: Float64Array
  /** Multiplies what is in the soil, as when the barrier is broken by aerating. */
  disturb: (share: number) => void
  /** Whether something lies on the surface still. */
  lying: () => boolean
  clear: () => void
}

/** Under this little on the surface, it is counted as gone in, lb/acre. */
const sliver = 1e-6

/**
 * First-order loss in the soil; until enough water has fallen, what lies on the surface is lost to light and as vapour and
 * does nothing; rain on full ground carries mobile ones down.
 */
export function createResidue(actives: BarrierActive[]): Residue {
  const inSoil = new Float64Array(actives.length)
  const rates = actives.map((a) => Math.LN2 / a.halfLifeDays)
  const kept = actives.map((a) => 1 - a.surfaceLossPerDay)
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
      deposit.surface *= kept[deposit.at]!
    }
    if (deposits.some((d) => d.surface < sliver)) deposits = deposits.filter((d) => d.surface >= sliver)
  }
  return {
    inSoil,
    apply: (slot, lbPerAcre, thatchCm) => {
      const active = actives[slot]!
      const held = Math.min(0.5, active.thatchHeldPerCm * thatchCm)
      deposits.push({ active, at: slot, surface: lbPerAcre * (1 - held), waterMm: 0 })
    },
    pass: (pace, waterMm, full) => {
      for (let i = 0; i < inSoil.length; i++) {
        const c = inSoil[i]!
        if (c === 0) continue
        const washed = full && waterMm > 0 ? actives[i]!.leachedPerMm * waterMm : 0
        inSoil[i] = c * Math.exp(-rates[i]! * pace - washed)
      }
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
