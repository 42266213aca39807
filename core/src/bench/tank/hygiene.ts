import type { Caution } from '../../quantity/index.ts'
import { createActiveFinder, kindOf } from '../../shelf/index.ts'
import type { TankRequest } from './request.ts'

/** Water that is harder than this binds some acids; more alkaline or more acid breaks some actives down in the tank. Practice of the trade. */
const hardMgL = 150
const alkalinePh = 8
const acidPh = 5.5

/** What the water does to what is in the tank, how long the tank may stand, and what the sprayer needs afterwards. */
export function mindWater({ products, water = {}, actives = [] }: TankRequest): Caution[] {
  const activeOf = createActiveFinder(actives)
  const herbicides = products.filter((p) => kindOf(p.rules) === 'herbicide')
  const known = herbicides.flatMap((p) => p.rules.actives.flatMap((a) => activeOf(a.name) ?? []))
  const softened = products.some((p) => p.rules.additive?.class === 'AMS')
  const names = (test: (a: (typeof known)[number]) => boolean) =>
    known
      .filter(test)
      .map((a) => a.name)
      .join(', ')
  const mind = (code: string, active: string, params = {}): Caution[] =>
    active ? [{ code, params: { active, ...params } }] : []
  const { ph, hardnessMgL = 0, muddy } = water
  return [
    ...(ph !== undefined && ph > alkalinePh
      ? mind(
          'alkalineWater',
          names((a) => a.water?.alkaline === true),
          { ph },
        )
      : []),
    ...(ph !== undefined && ph < acidPh
      ? mind(
          'acidWater',
          names((a) => a.water?.acid === true),
          { ph },
        )
      : []),
    ...(hardnessMgL > hardMgL && !softened
      ? mind(
          'hardWater',
          names((a) => a.water?.hard === true),
          { hardness: hardnessMgL },
        )
      : []),
    ...(muddy
      ? mind(
          'muddyWater',
          names((a) => a.water?.mud === true),
        )
      : []),
    { code: 'useSameDay', params: {} },
    ...mind(
      'ownSprayer',
      names((a) => a.nonSelective === true),
    ),
    ...mind(
      'rinseThrice',
      names((a) => a.nonSelective !== true && a.group === '4'),
    ),
  ]
}
