export { checkLabel } from './checkLabel.ts'
export {
  formulations,
  measureOfFormulation,
  protectiveGear,
  purposes,
  signalWords,
  type ActiveRate,
  type Formulation,
  type LabelActive,
  type LabelRules,
  type LabelUse,
  type Package,
  type ProtectiveGear,
  type Purpose,
  type SignalWord,
} from './label.ts'
export { computeActiveRates, computeYearShare, computeYearUse, type Pass, type YearUse } from './yearUse.ts'
