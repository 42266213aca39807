/** What sort of spot a place is: it decides how it warms and which weeds come back. */
export const placeKinds = ['middle', 'edge', 'wet', 'shade', 'thin', 'thatch', 'compacted'] as const
export type PlaceKind = (typeof placeKinds)[number]

/** What the turf is doing; it decides what it can stand. */
export const turfStates = ['growing', 'greeningUp', 'dormant', 'drought', 'seeded', 'aboutToSeed'] as const
export type TurfState = (typeof turfStates)[number]

export type Hemisphere = 'northern' | 'southern'
export const hemisphereOf = (latitude: number): Hemisphere => (latitude < 0 ? 'southern' : 'northern')
