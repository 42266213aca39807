// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { atHome, button, homeState, input, until } from '../../test/home.ts'
import { standServer } from '../../test/server.ts'
import FirstSize from './FirstSize.vue'
import FirstWhere from './FirstWhere.vue'
import WalkEdge from './WalkEdge.vue'
import YardForm from './YardForm.vue'

afterEach(() => {
  vi.unstubAllGlobals()
  vi.restoreAllMocks()
})
const lexington = {
  latitude: 38.05,
  longitude: -84.46,
  timeZone: 'America/New_York',
  hemisphere: 'northern',
  climate: 'quarryBend',
  distanceKm: 5,
  town: 'Lexington-Fayette, Kentucky',
  country: 'US',
  region: 'Kentucky',
  elevationM: 305,
}
const guessed = () => {
  const [yard] = homeState().yards
  return { ...yard!, placeFrom: 'clock' as const, town: 'New York City, New York' }
}
const place = (geolocation: Partial<Geolocation>) => vi.stubGlobal('navigator', { ...navigator, geolocation })

describe('where the lawn is', () => {
  async function asked(yard = {}) {
    const home = await atHome({ path: '/soil', state: { yards: [{ ...guessed(), ...yard }] } })
    const sent = standServer({
      'GET /api/yard/whereabouts': [200, lexington],
      'PATCH /api/yard/yards': [200, { ...guessed(), version: 2 }],
    })
    return { ...home, sent, page: home.show(FirstWhere) }
  }
  const changed = (sent: { method: string; body: unknown }[]) => sent.find((s) => s.method === 'PATCH')?.body
  it('may be left as the clock guessed it: then it is said, and not asked again', async () => {
    const { page, sent } = await asked()
    expect(page.text()).toContain('New York City, New York')
    await page.find('form').trigger('submit')
    await until(() => changed(sent))
    expect(changed(sent)).toMatchObject({ placeFrom: 'town', town: 'New York City, New York', version: 1 })
  })
  it('is not left as it is where the clock told of no town at all', async () => {
    const { page } = await asked({ town: null })
    expect(button(page, 'That is near enough')).toBeUndefined()
    expect(button(page, 'Use this')!.attributes('disabled')).toBeDefined()
  })
  it('is not the guess because Enter was pressed on a town that was typed', async () => {
    const { page, sent } = await asked()
    const enter = new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true })
    input(page, 'Town or postcode').element.dispatchEvent(enter)
    expect(enter.defaultPrevented).toBe(true)
    expect(changed(sent)).toBeUndefined()
  })
  it('takes the law along where the yard’s own names only the old place', async () => {
    const situation = {
      licensed: true,
      site: 'homeLawn',
      places: ['US', 'New York'],
      nearVegetables: false,
      trees: 'none',
    }
    const old = { country: 'US', region: 'New York', shelfSituation: situation }
    const { page, sent } = await asked(old)
    place({
      getCurrentPosition: (found) =>
        found({ coords: { latitude: 38.05, longitude: -84.46 } } as GeolocationPosition),
    })
    await button(page, 'Use this device’s position').trigger('click')
    await until(() => page.text().includes('Lexington-Fayette'))
    await page.find('form').trigger('submit')
    await until(() => changed(sent))
    expect(changed(sent)).toMatchObject({ shelfSituation: { licensed: true, places: ['US', 'Kentucky'] } })
  })
  it('is this device’s position where it knows and may say it', async () => {
    const { page, sent } = await asked()
    place({
      getCurrentPosition: (found) =>
        found({ coords: { latitude: 38.05, longitude: -84.46 } } as GeolocationPosition),
    })
    await button(page, 'Use this device’s position').trigger('click')
    await until(() => page.text().includes('Lexington-Fayette'))
    expect(page.text()).toMatch(/1,000 ft/)
    expect(page.text()).toContain('Kentucky, United States')
    await page.find('form').trigger('submit')
    await until(() => changed(sent))
    expect(changed(sent)).toMatchObject({
      placeFrom: 'device',
      country: 'US',
      region: 'Kentucky',
      elevationM: 305,
    })
  })
  it('is asked by its town where the device does not know', async () => {
    const { page } = await asked()
    place({ getCurrentPosition: (_, failed) => failed!({ code: 1 } as GeolocationPositionError) })
    await button(page, 'Use this device’s position').trigger('click')
    await until(() => page.find('[role=alert]').exists())
    expect(page.find('[role=alert]').text()).toContain('Type your town')
  })
  it('may be a point; one that cannot be is refused at its field', async () => {
    const { page, sent } = await asked()
    await button(page, 'Type latitude and longitude').trigger('click')
    await input(page, 'Latitude').setValue('138')
    await input(page, 'Longitude').setValue('-84.46')
    await button(page, 'Use this point').trigger('click')
    expect(page.find('.faulty').text()).toContain('between −90 and 90')
    expect(sent.some((s) => s.url.includes('whereabouts'))).toBe(false)
    await input(page, 'Latitude').setValue('38.05')
    await button(page, 'Use this point').trigger('click')
    await until(() => page.text().includes('Lexington-Fayette'))
  })
})

describe('what followed from the place', () => {
  it('can be corrected by hand, and the name with it; the yard itself is not removed here', async () => {
    const { show } = await atHome({ path: '/yard' })
    const sent = standServer({ 'PATCH /api/yard/yards': [200, { ...homeState().yards[0]!, version: 2 }] })
    const page = show(YardForm, { yard: homeState().yards[0] })
    expect(button(page, 'Remove')).toBeUndefined()
    await input(page, 'What you call the yard').setValue('Behind the school')
    await input(page, 'State or province').setValue(' Ontario ')
    await page.find('form').trigger('submit')
    await until(() => sent.length)
    expect(sent[0]!.body).toMatchObject({
      name: 'Behind the school',
      region: 'Ontario',
      timeZone: 'America/New_York',
    })
  })
})

describe('how large it is', () => {
  it('may be known: then it is kept as the square that has it', async () => {
    const { show } = await atHome({ path: '/season', state: { sections: [] } })
    const sent = standServer({ 'POST /api/yard/sections': [201, { id: 's9', version: 1 }] })
    const page = show(FirstSize)
    await input(page, 'Area').setValue('6,400')
    await page.find('form').trigger('submit')
    await until(() => sent.length)
    const { kind, lengthsFt } = sent[0]!.body as { kind: string; lengthsFt: number[] }
    expect(kind).toBe('known')
    expect(lengthsFt[0]).toBeCloseTo(80, 6)
  })
  it('is walked: steps in order, unsure ones left out, and how sure it is goes along', async () => {
    const { show } = await atHome({ path: '/yard' })
    let tell: PositionCallback = () => undefined
    let ended = 0
    place({ watchPosition: (each) => ((tell = each), 7), clearWatch: () => void ended++ })
    const page = show(WalkEdge)
    await button(page, 'Start walking').trigger('click')
    const at = (north: number, east: number, accuracy = 4) => {
      const coords = { latitude: 38 + north / 111_195, longitude: -84.5 + east / 87_622, accuracy }
      tell({ coords } as GeolocationPosition)
    }
    at(0, 0, 60)
    await page.vm.$nextTick()
    expect(page.find('[role=alert]').text()).toContain('it is left out')
    for (const [north, east] of [
      [0, 0],
      [0, 0.5],
      [0, 20],
      [30, 20],
      [30, 0],
    ] as const)
      at(north, east)
    await page.vm.$nextTick()
    expect(page.text()).toContain('4 positions so far.')
    expect(page.text()).toMatch(/6,4\d\d sq ft so far/)
    await button(page, 'I am back at the corner').trigger('click')
    expect(ended).toBe(1)
    const [[outline, accuracyFt]] = page.emitted('take') as [[{ lengthsFt: number[]; xFt: number }, number]]
    expect(outline.lengthsFt).toHaveLength(8)
    expect(outline.xFt).toBe(0)
    expect(accuracyFt).toBeCloseTo(13.1, 1)
  })
})
