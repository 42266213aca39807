/** Signs in nature that people go by instead of a probe. The first two are seen; the weather itself shows the others. */
export const signKinds = ['blossom', 'dandelionBloom', 'warmNights', 'mildHighs', 'coldSnap'] as const
export type SignKind = (typeof signKinds)[number]

/** What a seen sign says of the open middle's five-day mean at 2 in, °C: wide. Practice of the trade; estimates. */
export const signSoil: Partial<Record<SignKind, { soilC: number; sdC: number }>> = {
  blossom: { soilC: 11.4, sdC: 2 },
  dandelionBloom: { soilC: 13, sdC: 3 },
}

/** What the weather must do for a sign: nights above 45 °F, highs no more than 75 °F, a night near frost; and how many days in a row. */
export const signWeather = {
  warmNights: { trend: 'rising', of: 'minimum', leastC: 7.2, days: 5 },
  mildHighs: { trend: 'falling', of: 'maximum', mostC: 23.9, days: 4 },
  coldSnap: { trend: 'falling', of: 'minimum', mostC: 1.7, days: 1 },
} as const

/** Spread of a sign's day beside the soil's own, days: plants differ. Estimate. */
export const signSpreadDays = 5
