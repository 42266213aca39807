/**
 * The id of a thing, by what it is an id of: a lawn's is never taken for a yard's. Text from outside becomes one where its
 * schema has been read; from then on the two are different types.
 */
export type Id<Of extends string> = string & { readonly idOf?: Of }

export type AccountId = Id<'account'>
export type PersonId = Id<'person'>
export type SessionId = Id<'session'>
export type YardId = Id<'yard'>
/** A lawn, or a bed. */
export type ZoneId = Id<'zone'>
export type SectionId = Id<'section'>
export type SprinklerId = Id<'sprinkler'>
/** A place where the soil is measured. */
export type PlaceId = Id<'place'>
export type SightingId = Id<'sighting'>
export type LabelId = Id<'label'>
export type SprayerId = Id<'sprayer'>
export type CalibrationId = Id<'calibration'>
export type TankId = Id<'tank'>
export type SpreadId = Id<'spread'>
/** The load a record belongs to: a tank's, or a spread's. */
export type MixId = Id<'mix'>
export type OutingId = Id<'outing'>
export type PlanId = Id<'plan'>
/** One intended application or chore on one lawn. */
export type JobId = Id<'job'>
export type RecordId = Id<'record'>
export type TaskId = Id<'task'>
