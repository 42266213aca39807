export { boundCost, type BoundOptions } from './bound.ts'
export { checkPlan } from './check.ts'
export { figurePlan, type CrewDayFigures, type PlanFigures } from './figures.ts'
export { layNetwork, type Network } from './network.ts'
export { makeCounty, type MadeCounty } from './madeCounty.ts'
export {
  detour,
  roadMiles,
  type Crew,
  type CrewDaysQuestion,
  type CrewLawn,
  type CrewPlan,
  type CrewPrices,
} from './question.ts'
export { priceMove, rainOut, type MovePrice } from './replan.ts'
export { searchPlan, type SearchOptions } from './search.ts'
export { planUsual, usualWays, type UsualWay } from './usual.ts'
export { planWeeks, type WeeksOptions } from './weeks.ts'
