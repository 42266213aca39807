/** Where law is one, as far as it is known here: by the time zones (IANA) that lie in it. The union has one list, not each of its countries. */
const zonesOf: Record<string, string[]> = {
  US: [
    'America/New_York,America/Chicago,America/Denver,America/Phoenix,America/Los_Angeles,America/Anchorage,America/Detroit',
    'America/Boise,America/Juneau,America/Sitka,America/Nome,America/Adak,America/Menominee,Pacific/Honolulu',
    'America/Indiana/,America/Kentucky/,America/North_Dakota/',
  ],
  CA: [
    'America/Toronto,America/Vancouver,America/Edmonton,America/Winnipeg,America/Halifax,America/St_Johns,America/Regina',
    'America/Moncton,America/Montreal,America/Glace_Bay,America/Goose_Bay,America/Whitehorse,America/Yellowknife,America/Iqaluit',
    'America/Thunder_Bay,America/Nipigon,America/Rainy_River,America/Swift_Current,America/Dawson_Creek,America/Fort_Nelson',
  ],
  GB: ['Europe/London,Europe/Belfast'],
  EU: [
    'Europe/Dublin,Europe/Paris,Europe/Berlin,Europe/Madrid,Europe/Rome,Europe/Lisbon,Europe/Vienna,Europe/Brussels,Europe/Amsterdam',
    'Europe/Luxembourg,Europe/Copenhagen,Europe/Stockholm,Europe/Helsinki,Europe/Tallinn,Europe/Riga,Europe/Vilnius,Europe/Warsaw',
    'Europe/Prague,Europe/Bratislava,Europe/Budapest,Europe/Ljubljana,Europe/Zagreb,Europe/Bucharest,Europe/Sofia,Europe/Athens',
    'Europe/Malta,Asia/Nicosia,Atlantic/Canary,Atlantic/Madeira,Atlantic/Azores',
  ],
  AU: ['Australia/'],
  NZ: ['Pacific/Auckland,Pacific/Chatham'],
}
const zones = Object.entries(zonesOf).flatMap(([place, lines]) =>
  lines.flatMap((line) => line.split(',').map((zone) => [zone, place] as const)),
)

/** The place whose law holds where a time zone lies; nothing where it is none of those that are known. */
export const placeOfZone = (timeZone: string): string | undefined =>
  zones.find(([zone]) => (zone.endsWith('/') ? timeZone.startsWith(zone) : timeZone === zone))?.[1]

const members = 'AT BE BG HR CY CZ DK EE FI FR DE GR HU IE IT LV LT LU MT NL PL PT RO SK SI ES SE'.split(' ')

/** Where a yard lies, as far as that is known. */
export interface LawPlace {
  timeZone: string
  /** Two letters (ISO 3166-1). */
  country?: string | null
  /** State or province, by its name. */
  region?: string | null
}
/** Whose law holds there, as labels name them: the country or the union, then the state or province. By the clock where no country is known. */
export function placesOf({ timeZone, country, region }: LawPlace): string[] {
  const place = country ? (members.includes(country) ? 'EU' : country) : placeOfZone(timeZone)
  return [...(place ? [place] : []), ...(country && region ? [region] : [])]
}
