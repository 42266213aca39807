export { checkNozzle, computeCatchCarrier, computeOuncesCarrier, sqFt128thAcre } from './calibration/flow.ts'
export { planCan, type CanAsked, type CanPlan } from './can.ts'
export {
  computeAnyCalibration,
  type AnyCalibration,
  type CalibrationRecord,
} from './calibration/anyCalibration.ts'
export { computeCalibration, type Calibration, type CalibrationRun } from './calibration/knownArea.ts'
export { computeSpreadRate, findSwath, type SpreaderRun, type Swath } from './calibration/spreader.ts'
export { isMeasured, usualCarrierOf } from './calibration/usual.ts'
export { computeFertiliser, usualNitrogen, type Feeding } from './fertiliser.ts'
export { usualWaterFirst, type FillingStep } from './filling.ts'
export { loadPlans, planLoads, type LoadPlan } from './loads.ts'
export {
  bestTool,
  checkTool,
  chooseTool,
  byHand,
  computeMeasuredDose,
  measureMixed,
  measuringTools,
  toolIds,
  toolKinds,
  usualTools,
  type MeasuredDose,
  type Stock,
  type MeasuringTool,
  type OwnedTool,
  type ToolId,
  type ToolKind,
} from './measure.ts'
export { computeMix, type Load, type Mix, type MixRequest } from './mix.ts'
export { judgeWeight, parseScaleLine, type ScaleSample, type Weighing } from './scale.ts'
export {
  calibrationDays,
  checkSprayer,
  droplets,
  largestCapacity,
  nozzleTypes,
  spreaderKinds,
  sprayerKinds,
  type Capacity,
  type Droplet,
  type Nozzle,
  type SprayerKind,
} from './sprayer.ts'
export { computeJar, jarVolumes, type JarDose } from './tank/jar.ts'
export { computeDrawDown, mayTake, type DrawDown, type MayTake, type Stop } from './tank/drawDown.ts'
export { drawOff } from './tank/drawOff.ts'
export { computeLeftOver, type LeftOver } from './tank/leftOver.ts'
export { mixingOrder, planTankFilling } from './tank/order.ts'
export {
  mixedSqFt,
  mostGrounds,
  mostProducts,
  treatedSqFt,
  treatModes,
  type TankGround,
  type TankProductOrder,
  type TankRequest,
  type TreatMode,
  type WaterQuality,
} from './tank/request.ts'
export type { TankDose, TankLoad } from './tank/doses.ts'
export { computeTank, type TankMix, type TankProduct } from './tank/tank.ts'
export { planWatering, splitByWater, wateringParams, type WateringWindow } from './tank/watering.ts'
export { planSpread, type SpreadPlan, type SpreadRequest } from './spread.ts'
