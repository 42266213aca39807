/** The hour by the sun of an instant at a longitude, 0–24: clocks, time zones and summer time aside. Neglects the equation of time (16 min). */
export function solarHour(instant: string, longitude: number): number {
  const at = new Date(instant)
  const utc = at.getUTCHours() + at.getUTCMinutes() / 60
  return (((utc + longitude / 15) % 24) + 24) % 24
}
