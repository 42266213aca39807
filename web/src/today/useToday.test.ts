// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import { atHome, reading, record } from '../../test/home.ts'
import { giveAnswer, homeAnswer } from '../../test/soilAnswer.ts'
import TodayAside from './TodayAside.vue'
import TodayWeeks from './TodayWeeks.vue'
import TodayPage from './TodayPage.vue'
import { useToday } from './useToday.ts'

const warm = (fahrenheit: number) =>
  ['m', 'e'].flatMap((place) =>
    ['2026-02-24', '2026-02-26', '2026-02-27'].map((day) =>
      reading(place, day, place === 'e' ? fahrenheit : fahrenheit - 5),
    ),
  )
const codes = async (home: Parameters<typeof atHome>[0]) => {
  const { use } = await atHome(home)
  return use(useToday).items.value.map((i) => i.code)
}

describe('today, from what is known', () => {
  it('says go when the edge is there, and wait when it is not', async () => {
    expect(await codes({ readings: warm(51) })).toEqual(['passNow'])
    expect(await codes({ readings: warm(44) })).toEqual(['passWait'])
    expect(await codes({ readings: warm(57) })).toEqual(['passLateAtEdge'])
  })
  it('says when without a probe reading too, each thing in words', async () => {
    const { show, settle } = await atHome({})
    giveAnswer(homeAnswer())
    const page = show(TodayPage)
    await settle()
    const rows = page.findAll('li')
    expect(rows.length).toBeGreaterThan(1)
    for (const row of rows) for (const part of row.findAll('span')) expect(part.text()).not.toBe('')
    expect(page.text()).toContain('No probe has been read here yet: by the weather alone.')
    page.unmount()
  })
  it('asks for what is missing, the reading at the edge first', async () => {
    expect(await codes({})).toEqual(['firstReading'])
    expect(
      await codes({ state: { sections: [], places: [], labels: [], sprayers: [], calibrations: [] } }),
    ).toEqual(['tapeZone', 'markEdge', 'calibrate', 'copyLabel'])
  })
  it('reminds of watering in until it is written down, and is silent about a treated lawn', async () => {
    const readings = warm(51)
    expect(await codes({ readings, records: [record('2026-02-25', 0.4)] })).toEqual(['waterIn'])
    expect(
      await codes({ readings, records: [record('2026-02-25', 0.4, { wateredInOn: '2026-02-26' })] }),
    ).toEqual([])
    expect(await codes({ readings, records: [record('2026-02-01', 0.4)] })).toEqual(['wateringMissed'])
  })
  it('answers for the day one stands on', async () => {
    expect(await codes({ path: '/?day=2026-10-10', readings: warm(51) })).toEqual([])
    expect(await codes({ path: '/?day=2026-03-06', readings: warm(51) })).toEqual(['passNow', 'readAgain'])
  })
  it('marks the stations where something waits', async () => {
    const { use } = await atHome({ readings: warm(51) })
    const { waitsAt } = use(useToday)
    expect(['yard', 'soil', 'bench', 'ledger'].filter(waitsAt)).toEqual(['bench'])
  })
})

describe('the page', () => {
  it('says each thing with its because, and leads to its station', async () => {
    const { show } = await atHome({ readings: warm(51) })
    const page = show(TodayPage)
    expect(page.find('h1').text()).toBe('One thing waits in Home.')
    expect(page.find('li').text()).toContain('Apply the pre-emergent on Front.')
    expect(page.find('li').text()).toContain('Drive edge is at 51 °F over five days')
    expect(page.find('li a').attributes('href')).toBe('/bench')
  })
})

describe('under and beside what waits', () => {
  it('stand the weeks ahead, the soil of each place, and what is coming up', async () => {
    const { show, settle } = await atHome({
      readings: warm(47),
      records: [record('2026-02-27', 0.4)],
    })
    const emergence = { trend: 'rising', soilC: [6, 9], baseC: 4 } as never
    giveAnswer(homeAnswer({ weeds: [{ code: 'smoothCrabgrass', emergence }] }))
    const page = show(TodayAside)
    await settle()
    const weeks = show(TodayWeeks)
    expect(weeks.text()).toContain('The next eight weeks')
    expect(weeks.text()).toMatch(/Mar 13\s*Water in Sample 50 WG on Front: the last day/)
    expect(page.findAll('.pairs li').map((li) => li.text())).toEqual([
      expect.stringMatching(/^Open middle\s*\d+(\.\d)? °F$/),
      expect.stringMatching(/^Drive edge\s*\d+(\.\d)? °F$/),
    ])
    expect(page.text()).toMatch(
      /smooth crabgrass: (not yet; a tenth at|about \d+ in 100 are up at) (Drive edge|Open middle)/,
    )
    page.unmount()
  })
})
