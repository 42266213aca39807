/** Ground where no wanted grass grows; labels name it beside turf, and a zone has its code where a lawn has its turf's. */
export const openGrounds = ['bed', 'treeRing', 'gravel', 'paving', 'fenceLine', 'bareGround'] as const
export type OpenGround = (typeof openGrounds)[number]

const open = new Set<string>(openGrounds)
/** @example isTurf('tallFescue') // → true */
export const isTurf = (code: string): boolean => !open.has(code)

/** The lawns among some zones. */
export const lawnsOf = <Z extends { turf: string }>(zones: readonly Z[]): Z[] =>
  zones.filter((z) => isTurf(z.turf))

/** Wanted plants stand in it. */
export const isPlanted = (code: string): boolean => code === 'bed' || code === 'treeRing'

/** What stands in or beside it that must not be hit. */
export const sparedThings = ['ornamentals', 'trees', 'vegetables', 'water'] as const
export type Spared = (typeof sparedThings)[number]
