import type { SeasonField } from '../field/field.ts'
import type { BarrierActive } from '../barrier/active.ts'
import { judgePasses } from './judge.ts'
import { computeJudgement, type Judgement } from './judgement.ts'
import type { FieldPass, JudgeEvents } from './judgeShapes.ts'

/** Programmes judged last on a field: nine methods, and where a peg has just been. */
const remembered = new WeakMap<SeasonField, Map<string, Judgement>>()
const most = 24

/**
 * What comes through, and how long the barrier holds, on every member. The same passes on the same field are judged once: of
 * lawns alike, and of a peg that is put back.
 * @param actives those of the passes that are planned, without what lies already
 */
export function judgeBarrier(
  field: SeasonField,
  passes: FieldPass[],
  events: JudgeEvents,
  { weeds, actives }: { weeds: number[]; actives: BarrierActive[] },
): Judgement {
  const known = remembered.get(field) ?? new Map<string, Judgement>()
  remembered.set(field, known)
  const asked = passes.map((pass) => ({ ...pass, days: Array.from(pass.days) }))
  const key = JSON.stringify([asked, events, weeds, actives.map((a) => a.name)])
  const judged =
    known.get(key) ?? computeJudgement(judgePasses(field, passes, weeds, events), field, { weeds, actives })
  // The one used longest ago goes first.
  known.delete(key)
  known.set(key, judged)
  if (known.size > most) known.delete(known.keys().next().value!)
  return judged
}
