import { isPlanted } from '../../../yard/index.ts'
import type { Active } from '../../active.ts'
import type { Objection, Rule } from '../application.ts'
import { minds } from '../objection.ts'

/** Wanted plants that it hurts where it touches them. */
const hurtsPlants = ({ nonSelective, drift, volatile, uptake }: Active): boolean =>
  Boolean(nonSelective || ((drift || volatile) && uptake.includes('leaf')))

/** What stands in the ground that is treated or beside it and is no grass: its leaves, water, and what washes off hard ground. */
export const wantedPlants: Rule = ({
  application: { rules },
  ground,
  known,
  circumstances: { neighbours },
}) => {
  const { turf, name: zone, spare = [] } = ground
  const label = rules.name
  const among = isPlanted(turf) || spare.includes('ornamentals') || spare.includes('trees')
  const planted = neighbours.filter((n) => isPlanted(n.turf))
  const [hurts] = known.filter(hurtsPlants)
  const says = (code: string, params: Objection['params']): Objection => minds('site', code, params)
  return [
    ...(hurts && among ? [says('keepOffWanted', { active: hurts.name, zone })] : []),
    ...(hurts && !among
      ? planted.map((n) => says('hurtsPlanted', { active: hurts.name, zone: n.name }))
      : []),
    ...(spare.includes('water') ? [says('waterBeside', { label, zone })] : []),
    ...(turf === 'paving' ? [says('washesOff', { label, zone })] : []),
  ]
}
