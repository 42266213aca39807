export {
  computeCalibration,
  computeCatchCarrier,
  type Calibration,
  type CalibrationRun,
} from './calibrate.ts'
export { planFilling, usualWaterFirst, type FillingStep } from './filling.ts'
export { loadPlans, planLoads, type LoadPlan } from './loads.ts'
export {
  chooseTool,
  computeMeasuredDose,
  measuringTools,
  toolIds,
  type MeasuredDose,
  type MeasuringTool,
  type ToolId,
} from './measure.ts'
export { computeMix, type Load, type Mix, type MixRequest } from './mix.ts'
export { checkSprayer, largestCapacityGal, sprayerKinds, type SprayerKind } from './sprayer.ts'
