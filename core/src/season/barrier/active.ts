/** Kinds of seedling that actives stop to different degrees. */
export const targetClasses = [
  'summerGrass',
  'goosegrass',
  'winterGrass',
  'smallBroadleaf',
  'broadleaf',
  'sedge',
] as const
export type TargetClass = (typeof targetClasses)[number]

/** How an active behaves as a barrier. Rates in lb of active per acre. */
export interface BarrierActive {
  /** ISO common name. */
  name: string
  /** Old, local and short names. */
  also?: string[]
  /** Herbicide group, HRAC 2020 number. */
  group: string
  /** Half-life of activity in the top 2 cm at 20 °C in moist ground, days: fitted to lengths of control. */
  halfLifeDays: number
  /** Dissipation from the whole soil as the literature has it, days: least and most. Another quantity; told, not used. */
  dissipationDays: [number, number]
  /** Residue at which 80 of 100 seedlings of its main target are stopped: fitted. */
  thresholdLbPerAcre: number
  /** Threshold of each kind over that of the main target; a kind that is not named is not stopped. */
  controls: Partial<Record<TargetClass, number>>
  /** Water that takes all of it into the soil, mm. */
  activationMm: number
  /** Share lost each day on the surface, to light and as vapour, until watered in. */
  surfaceLossPerDay: number
  /** Share lost with each mm of rain on ground that is full. */
  leachedPerMm: number
  /** Share held by each cm of thatch. */
  thatchHeldPerCm: number
  /** Seedlings already up that it also kills. */
  kills?: SeedlingKill
  /** Turf that may be sown on the day it goes down. */
  seedingTurf?: string[]
  confidence: 'measured' | 'estimate'
  source: string
  /** Its half-life was drawn to what a label says of its length, not fitted. */
  lastsBy?: 'label'
}

export interface SeedlingKill {
  targets: TargetClass[]
  /** Oldest seedling that dies, days since it came up (three weeks is about one tiller). */
  ageDays: number
  /** Share of them that dies. */
  share: number
}
