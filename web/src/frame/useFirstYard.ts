import { reactive } from 'vue'
import type { Whereabouts, Yard } from '@jardinero/contract/yard'
import { dayIn, instantAt, clockIn, type Refusal } from '@jardinero/core/quantity'
import { checkReading } from '@jardinero/core/soil'
import { checkSection, type ShapeKind, type TurfState } from '@jardinero/core/yard'
import { useAccount, useSeason } from '../state/index.ts'
import { get, newId } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'

export type WelcomeStep = 'where' | 'turf' | 'tape' | 'reading'

/** What the welcome asks for, step by step, and the saving of it. Saved again after a fault, it adds nothing twice. */
export function useFirstYard() {
  const account = useAccount()
  const season = useSeason()
  const { say } = useWords()
  const ids = { yard: newId(), zone: newId(), section: newId(), middle: newId(), reading: newId() }
  const said = reactive({
    yardName: '',
    latitude: undefined as number | undefined,
    longitude: undefined as number | undefined,
    climate: '',
    turf: '',
    state: 'growing' as TurfState,
    kind: 'trapezoid' as ShapeKind,
    lengthsFt: [NaN, NaN, NaN],
    temperatureC: undefined as number | undefined,
    depthCm: 5.08,
  })
  const where = reactive({ timeZone: 'UTC', climate: '' })

  const section = () => ({
    name: say('welcome.firstSection'),
    kind: said.kind,
    lengthsFt: [...said.lengthsFt],
    deduction: false,
  })
  const missing = (field: string): Refusal => ({ code: 'missing', field, params: {} })

  function checkWhere(): Refusal[] {
    const typed = said.latitude !== undefined || said.longitude !== undefined
    if (!typed) return said.climate ? [] : [missing('climate')]
    const within = (v: number | undefined, most: number) => v !== undefined && Math.abs(v) <= most
    return [
      ...(within(said.latitude, 90) ? [] : [{ code: 'latitude', field: 'latitude', params: {} }]),
      ...(within(said.longitude, 180) ? [] : [{ code: 'longitude', field: 'longitude', params: {} }]),
    ]
  }
  const checks: Record<WelcomeStep, () => Refusal[]> = {
    where: checkWhere,
    turf: () => (said.turf ? [] : [missing('turf')]),
    tape: () => checkSection(section()),
    reading: () =>
      said.temperatureC === undefined
        ? [missing('temperatureC')]
        : checkReading({ temperatureC: said.temperatureC, depthCm: said.depthCm }),
  }

  /** Time zone and climate from the point, or from the shipped climate chosen. */
  async function findWhere(): Promise<void> {
    const chosen = account.almanac.climates.find((c) => c.code === said.climate)
    if (said.latitude === undefined && chosen) {
      Object.assign(where, { timeZone: chosen.timeZone, climate: chosen.code })
      return
    }
    const found = await get<Whereabouts>(
      `/api/yard/whereabouts?latitude=${said.latitude}&longitude=${said.longitude}`,
    )
    Object.assign(where, { timeZone: found.timeZone, climate: found.climate })
  }

  async function saveWithoutReading(): Promise<void> {
    const chosen = account.almanac.climates.find((c) => c.code === where.climate)!
    const yard: Omit<Yard, 'id' | 'version'> = {
      name: said.yardName.trim() || say('welcome.myYard'),
      latitude: said.latitude ?? chosen.latitude,
      longitude: said.longitude ?? chosen.longitude,
      timeZone: where.timeZone,
      climate: where.climate,
      timingSchool: 'edgeLed',
    }
    const zoneId = ids.zone
    await account.add('yards', yard, ids.yard)
    await account.add(
      'zones',
      { yardId: ids.yard, name: say('welcome.firstZone'), turf: said.turf, state: said.state },
      zoneId,
    )
    await account.add('sections', { ...section(), zoneId, xFt: 0, yFt: 0, turnDeg: 0 }, ids.section)
    await account.add(
      'places',
      { zoneId, name: say('welcome.firstPlace'), kind: 'middle', sectionId: null, side: null },
      ids.middle,
    )
  }
  async function save(): Promise<void> {
    await saveWithoutReading()
    const now = new Date()
    const takenAt = instantAt(dayIn(now, where.timeZone), clockIn(now, where.timeZone), where.timeZone)
    await season.addReading(
      { placeId: ids.middle, takenAt, depthCm: said.depthCm, temperatureC: said.temperatureC!, note: '' },
      say('welcome.firstPlace'),
      ids.reading,
    )
  }
  return {
    yardId: ids.yard,
    said,
    where,
    check: (step: WelcomeStep) => checks[step](),
    findWhere,
    save,
    saveWithoutReading,
  }
}
export type FirstYard = ReturnType<typeof useFirstYard>
