import { addDays, daysBetween, yearOf, type Day, type StrengthBasis } from '../quantity/index.ts'
import { createActiveFinder } from './names.ts'
import type { Hemisphere, TurfState } from '../yard/index.ts'

/** Stages that an active tells apart: a grass with one or two tillers is not one with many. */
export const weedStages = [
  'seedling',
  'leaves',
  'fewTillers',
  'manyTillers',
  'flowering',
  'seeding',
  'mature',
] as const
export type WeedStage = (typeof weedStages)[number]

/** How well an active works on a plant that is up. Suppression is a class of its own, never a weak control. */
export const efficacies = ['excellent', 'good', 'fair', 'poor', 'none', 'suppression'] as const
export type Efficacy = (typeof efficacies)[number]
const letters: Record<string, Efficacy> = {
  E: 'excellent',
  G: 'good',
  F: 'fair',
  P: 'poor',
  N: 'none',
  S: 'suppression',
}
/** Control from best to none; suppression is not on this scale. */
const scale: Record<Exclude<Efficacy, 'suppression'>, number> = {
  excellent: 4,
  good: 3,
  fair: 2,
  poor: 1,
  none: 0,
}
export const controlLevel = (efficacy: Efficacy): number => (efficacy === 'suppression' ? 0 : scale[efficacy])
/** Excellent and good are control; what is less is not relied on. */
export const isControl = (efficacy: Efficacy): boolean => controlLevel(efficacy) >= 3

export const tolerances = ['safe', 'caution', 'injures', 'kills'] as const
export type Tolerance = (typeof tolerances)[number]

/** Kinds of ground a product may be sold for. */
export const sites = ['homeLawn', 'golf', 'sod'] as const
export type Site = (typeof sites)[number]

/** Not approved at all, for those with a licence, or for no home lawn; and the year in which that was so. */
export const lawKinds = ['notApproved', 'licensedOnly', 'notForHomes'] as const
interface LawOfPlace {
  kind: (typeof lawKinds)[number]
  known: number
}

/** So many times what is usual of an active it is doubted, and so many it is no figure of this active at all. Our estimate. */
export const overUsual = { doubted: 1.2, impossible: 2 } as const

/** What is known of an active ingredient: on weeds that are up, on turf, and how it shows. */
export interface Active {
  /** ISO common name, salts and esters written out. */
  name: string
  /** Old, local and short names. */
  also?: string[]
  /** Herbicide group, HRAC 2020 number. */
  group: string
  basis: StrengthBasis
  /** Code of the mode of action. */
  mode: string
  uptake: ('leaf' | 'root' | 'shoot')[]
  mobility: 'contact' | 'systemic' | 'soil'
  /** Usual range of one application, and the most in one year, lb/acre. */
  activeLbPerAcre: { least: number; most: number; year: number }
  /** Less in a year on turf that stands less, lb/acre. */
  yearOn?: Record<string, number>
  /** Range of half-lives in soil, days. */
  soilDays?: [least: number, most: number]
  /** What is seen first and when, and the days between which it is judged. */
  symptoms: { kind: string; firstDays: number; judgeDays: [from: number, to: number] }
  /** What the law of a place says of it, by the place: a country, a state or province. Where nothing is said nothing is known. */
  law?: Record<string, LawOfPlace>
  /** By turf that grows; turf that is not named is not known. */
  tolerance: { safe?: string[]; caution?: Record<string, string>; injures?: string[]; kills?: string[] }
  /** What a state of the turf makes of a turf that would stand it. */
  states: Partial<Record<TurfState, Tolerance>>
  /** Verdicts for one turf in one state, over all others. */
  turns?: { turf: string; state: TurfState; verdict: Tolerance; reason?: string }[]
  /** Mowings since the seed came up before it is safe on seedling turf; never while it is seedling where absent. */
  seedlingMowings?: number
  /** Weeks that new sod and sprigs must have stood; never on new ones where absent. */
  sodWeeks?: number
  sprigWeeks?: number
  /** Air above which turf is hurt, below which too little happens, °C. */
  turfHeatC?: number
  leastC?: number
  /** Its vapour moves in heat. */
  volatile?: boolean
  /** Droplets hurt garden plants beside the lawn. */
  drift?: boolean
  /** Roots of trees take it up. */
  treeRoots?: boolean
  /** It stays in clippings and compost. */
  clippings?: boolean
  /** Kills wanted grass as well. */
  nonSelective?: boolean
  /** What water does to it: broken down when alkaline or acid, bound by hardness or mud. */
  water?: { alkaline?: boolean; acid?: boolean; hard?: boolean; mud?: boolean }
  /** Weeds of which resistant populations are known. */
  resistant?: string[]
  /** By plant, one letter a stage in the order of {@link weedStages}: E, G, F, P, N, S; "-" where it has no such stage. */
  efficacy: Record<string, string>
  /**
   * By plant, from which day of a northern year on old plants (many tillers and later) are reached again, 1–366; until then they
   * count as in midsummer, with many tillers, whatever they look like.
   */
  lateFrom?: Record<string, number>
  source: string
  sourceKind: 'extensionTables' | 'labelKind' | 'estimate'
  confidence: 'measured' | 'estimate'
}

/** Of the actives those that some labels name: what is judged or sent by no more than needed. */
export function activesNamed(actives: Active[], labels: { actives: { name: string }[] }[]): Active[] {
  const activeOf = createActiveFinder(actives)
  const named = new Set(labels.flatMap((l) => l.actives.map((a) => activeOf(a.name))))
  return actives.filter((a) => named.has(a))
}

/** Efficacy of an active on a plant at a stage; undefined where it is not known for that plant. */
export function efficacyOf(active: Active, plant: string, stage: WeedStage): Efficacy | undefined {
  return letters[active.efficacy[plant]?.[weedStages.indexOf(stage)] ?? '']
}

/** A day, and on which half of the earth: what is old is reached by its season. */
export interface WhenAndWhere {
  day: Day
  hemisphere: Hemisphere
}
const turn = { northern: 0, southern: 182 }
/** The next such day of a northern year, in its own half of the earth. */
function nextDay(dayOfNorth: number, { day, hemisphere }: WhenAndWhere): Day {
  const shifted = ((dayOfNorth - 1 + turn[hemisphere]) % 365) + 1
  const inYear = (year: number) => addDays(`${year}-01-01`, shifted - 1)
  const here = inYear(yearOf(day))
  return here > day ? here : inYear(yearOf(day) + 1)
}

/**
 * The same on a day: what an active does not do to an old plant in midsummer it may do again late in its season.
 * @returns and from which day on it is control again, where it is not now
 */
export function efficacyOn(
  active: Active,
  plant: string,
  stage: WeedStage,
  when: WhenAndWhere | undefined,
): { efficacy: Efficacy; from?: Day } | undefined {
  const late = active.lateFrom?.[plant]
  const isOld = weedStages.indexOf(stage) >= weedStages.indexOf('manyTillers')
  if (!late || !when || !isOld) {
    const efficacy = efficacyOf(active, plant, stage)
    return efficacy && { efficacy }
  }
  const from = nextDay(late, when)
  // Its own year goes on until the winter after.
  const isLate = daysBetween(when.day, from) > late
  const efficacy = efficacyOf(
    active,
    plant,
    !isLate ? 'manyTillers' : stage === 'manyTillers' ? 'flowering' : stage,
  )
  const again = efficacyOf(active, plant, 'flowering')
  return (
    efficacy && { efficacy, ...(!isLate && again && isControl(again) && !isControl(efficacy) && { from }) }
  )
}

/** Stages of a plant at which an active controls it. */
export const controlledStages = (active: Active, plant: string): WeedStage[] =>
  weedStages.filter((stage) => {
    const found = efficacyOf(active, plant, stage)
    return found !== undefined && isControl(found)
  })

export interface TurfVerdict {
  verdict: Tolerance
  reason?: string
}
const worse = (a: Tolerance, b: Tolerance): Tolerance =>
  tolerances.indexOf(a) >= tolerances.indexOf(b) ? a : b

/** What an active does to a turf in a state; undefined where nothing is known of that turf. */
export function toleranceOf(active: Active, turf: string, state: TurfState): TurfVerdict | undefined {
  const turned = active.turns?.find((t) => t.turf === turf && t.state === state)
  if (turned) return { verdict: turned.verdict, ...(turned.reason && { reason: turned.reason }) }
  const { safe = [], caution = {}, injures = [], kills = [] } = active.tolerance
  const reason = caution[turf]
  const growing: Tolerance | undefined = kills.includes(turf)
    ? 'kills'
    : injures.includes(turf)
      ? 'injures'
      : reason
        ? 'caution'
        : safe.includes(turf)
          ? 'safe'
          : undefined
  if (!growing) return undefined
  const inState = active.states[state] ?? 'safe'
  const verdict = worse(growing, inState)
  if (verdict === growing) return { verdict, ...(reason && { reason }) }
  return { verdict, reason: state }
}
