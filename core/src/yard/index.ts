export {
  computeArea,
  computeRoundingEffect,
  defaultTapeUncertaintyFt,
  sourceOf,
  type MeasuredArea,
} from './area.ts'
export { computeGeographicArea } from './geographic.ts'
export { geographicToPlan, planToGeographic, type GeographicPoint } from './planPosition.ts'
export {
  hemisphereOf,
  placeKinds,
  turfStates,
  type Hemisphere,
  type PlaceKind,
  type TurfState,
} from './place.ts'
export { checkSection, computeSides, longestTapeFt, tapeNames, type Section } from './section.ts'
export { mostOutlineCorners, outlineOf, planOutline, type Outline, type PlanOutline } from './outline.ts'
export {
  mostCorners,
  shapeKinds,
  shapes,
  type Point,
  type ShapeKind,
  type ShapeRule,
} from './shapes/index.ts'
export {
  guessLawnColumns,
  lawnColumns,
  listedName,
  readLawnList,
  type LawnColumns,
  type ListedLawn,
} from './lawnList.ts'
export { placeOfZone, placesOf, type LawPlace } from './lawPlace.ts'
export {
  isPlanted,
  isTurf,
  lawnsOf,
  openGrounds,
  sparedThings,
  type OpenGround,
  type Spared,
} from './ground.ts'
export { computeStripArea, edgesOf, stripsOn, widestStripFt, type Strip } from './strip.ts'
