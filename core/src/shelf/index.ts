export {
  activesNamed,
  controlLevel,
  efficacies,
  firstTolerance,
  letterEfficacy,
  lawKinds,
  isControl,
  sites,
  tolerances,
  weedStages,
  type Active,
  type Efficacy,
  type SecondReading,
  type Site,
  type Tolerance,
  type WeedStage,
} from './active.ts'
export {
  efficacyOf,
  gradeOf,
  readings,
  toleranceGrade,
  toleranceOf,
  usualMost,
  type Doubted,
  type Grade,
  type TurfVerdict,
} from './grade.ts'
export { controlledStages, weedsReached } from './reach.ts'
export { checkLabel } from './checkLabel.ts'
export type { RankedAnswer } from './choice/answers.ts'
export { chooseProducts, opensOn, mostWeeds, type Choice } from './choice/choose.ts'
export { compareVectors, findMinimumCover, type Cover, type CoverSet } from './choice/cover.ts'
export { rateOfSpots, spotWetting } from './wetting.ts'
export { densityOf, needsDensity, type Density } from './density.ts'
export { lengthAt, type SaidLength } from './lengths.ts'
export { findUse, makesBarrier, namesTurf, type LineAsked } from './directions.ts'
export { computeReentry, computeReentryInterval, usualDryingHours, type ReentryInterval } from './reentry.ts'
export { computeExpectation, type Expectation } from './choice/expect.ts'
export { purchaseFor } from './choice/product.ts'
export { cheapestPackages, type PackageSize, type Purchase } from './packages.ts'
export {
  type ChoiceGround,
  type ChoiceProduct,
  type ChoiceRequest,
  type ChoiceWeed,
  type JudgedProduct,
  type Mark,
  type ProductSource,
  type Tank,
} from './choice/request.ts'
export {
  airBand,
  factsAmong,
  groundFacts,
  judgeApplication,
  judgementRules,
  lawOn,
  seenDays,
  timesOver,
  situationOf,
  usualSituation,
  worstOn,
  type Application,
  type Circumstances,
  type GroundFacts,
  type JudgedGround,
  type Judgement,
  type KnownOfGround,
  type Neighbour,
  type Objection,
  type OutlookDay,
  type ShelfSituation,
  type Restriction,
  type TurfCheck,
} from './judgement/index.ts'
export { findClash, rateFor } from './choice/tank.ts'
export { findContradictions } from './contradictions/findContradictions.ts'
export type { Finding } from './contradictions/finding.ts'
export {
  adjuvantClasses,
  formulationInName,
  formulations,
  kindOf,
  labelKinds,
  measureOfFormulation,
  protectiveGear,
  purposes,
  signalWords,
  type ActiveRate,
  type AdjuvantClass,
  type AdjuvantRule,
  type Formulation,
  type LabelActive,
  type LabelKind,
  type LabelRules,
  type LabelUse,
  type LengthLine,
  type Package,
  type ProtectiveGear,
  type Purpose,
  type SignalWord,
} from './label.ts'
export { checkLimits, type LimitCheck, type LimitRequest } from './limits.ts'
export { computeSheet, type SheetRow, type SheetScope, type SheetTurf } from './sheet.ts'
export {
  checkPackage,
  computeEnough,
  computeStock,
  type PackageLeft,
  type Stock,
  type StockPackage,
  type Taken,
} from './stock.ts'
export { computeActiveRates, computeYearShare, computeYearUse, type Pass, type YearUse } from './yearUse.ts'
export { createActiveFinder } from './names.ts'
export { lexiconOf } from './reading/lexicon.ts'
export { mostPages, readLabel, type LabelReading, type NoReading } from './reading/readLabel.ts'
export type { Doubt, ReadField, ReadFigure, ReadingLexicon, ReadValues } from './reading/reading.ts'
export { rulesOfReading } from './reading/rulesOf.ts'
export { wordsOfItems, type Box, type Page, type Word } from './reading/word.ts'
export { retyped, typedText } from './reading/typed.ts'
export { differencesOf, type LabelDifference } from './differences.ts'
export { computeProductCost, keepsYears, type ProductCost } from './cost.ts'
