/** A publication that figures of the almanac are taken from. */
export interface Publication {
  authors: string
  year: number
  title: string
  where: string
  /** What is taken from it. */
  used: string
}

/** By the code that stands beside a figure. What has none is our own estimate. */
export const publications: Record<string, Publication> = {
  fidanza1996: {
    authors: 'Fidanza, M. A., Dernoeden, P. H. and Zhang, M.',
    year: 1996,
    title: 'Degree-days for predicting smooth crabgrass emergence in cool-season turfgrasses',
    where: 'Crop Science 36, 990–996',
    used: 'Smooth crabgrass: base temperature, thermal time to emergence',
  },
  masin2005: {
    authors: 'Masin, R., Zuin, M. C., Archer, D. W., Forcella, F. and Zanin, G.',
    year: 2005,
    title: 'A predictive model to aid control of annual summer weeds in turf',
    where: 'Weed Science 53, 193–201',
    used: 'Large crabgrass, goosegrass, foxtails: base temperatures',
  },
  mcElroy2004: {
    authors: 'McElroy, J. S., Walker, R. H., Wehtje, G. R. and van Santen, E.',
    year: 2004,
    title:
      'Annual bluegrass (Poa annua) populations exhibit variation in germination response to temperature, photoperiod, and fenarimol',
    where: 'Weed Science 52, 47–52',
    used: 'Annual bluegrass: between which temperatures it germinates, not its base',
  },
}
