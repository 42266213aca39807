import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { choose, enterDemo, expect, test } from './running.ts'

const heading = 'h1'

/** Presses the drawn state that reads so, of the question that is asked. */
async function see(page: Page, question: RegExp, state: RegExp): Promise<void> {
  await expect(page.locator('.question h2')).toHaveText(question)
  await page.locator('.question .states').getByRole('button', { name: state }).click()
}

test.use({ soil: 'waited for' })

test('a lime-green clump in a wet corner in late February: the right weed, its reason, and a mark in autumn', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await page.keyboard.press('2')
  await expect(page.locator(heading)).toContainText('3 sightings are kept here')
  await page.getByRole('button', { name: 'Identify a weed' }).click()
  await choose(page, 'Where it grows', 'Wet corner')
  await page.getByLabel('No flower or seed head on it').check()
  const plant: [RegExp, RegExp][] = [
    [/What kind of plant/, /^grass: narrow/],
    [/What colour are the leaves/, /lime/],
    [/how does it come/, /easily, roots and all/],
    [/How does the whole plant grow/, /tight clump/],
    [/tip of the leaf/, /bow of a boat/],
    [/leaf meets the stem/, /tall thin skin/],
    [/underside of the leaf/, /dull/],
    [/How wide is the leaf/, /narrow/],
    [/spread by runners/, /none/],
    [/high is it/, /as high as the turf/],
    [/upper side of the leaf/, /two pale lines/],
  ]
  for (let turn = 0; turn < 12; turn++) {
    if (await page.getByRole('button', { name: 'Keep this sighting' }).isVisible()) break
    const asked = (await page.locator('.question h2').textContent()) ?? ''
    const known = plant.find(([question]) => question.test(asked))
    if (known) await see(page, ...known)
    else await page.keyboard.press('x')
    await expect(page.locator('.question h2')).not.toHaveText(asked)
  }
  await expect(page.locator(heading)).toContainText(/It is annual bluegrass, 9\d %/)
  // The share opens down to every answer.
  await page.locator('h1 .figure').click()
  await expect(page.getByRole('dialog')).toContainText('Leaf colour, lime')
  await page.keyboard.press('Escape')

  await page.getByRole('button', { name: 'Keep this sighting' }).click()
  await choose(page, 'How much', 'points of a grid')
  await page.getByLabel('Points on the weed').fill('9')
  await page.getByLabel('Points in all').fill('4')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('between 0 and the 4 of the grid')).toBeVisible()
  await page.getByLabel('Points in all').fill('60')
  await expect(page.getByText('8.1 % to 26.1 % at 95 %, from 60 points')).toBeVisible()
  await page.getByLabel('Wanted grass, %').fill('85')
  await page.locator('.point svg').click({ position: { x: 120, y: 60 } })
  await page.getByRole('button', { name: 'Save' }).click()

  await expect(page.locator(heading)).toContainText('This is annual bluegrass: treat the whole lawn.')
  await expect(page.getByText('The ground stays wet.')).toBeVisible()
  await expect(
    page.getByText('85 % of the ground is wanted grass; a lawn is started over only below 40 %.'),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Mark the autumn: pre-emergent from Aug 18' }).click()
  await expect(page.getByText('Marked: pre-emergent from Aug 18.')).toBeVisible()

  // Standing in late spring, the same find is left to die.
  await page.goto(`${page.url()}&day=2026-04-20`)
  await expect(page.locator(heading)).toContainText('leave it. It dies by itself in the first heat')
  await page.goto(`${running.url}/?day=2026-08-20`)
  await expect(page.getByText(/Apply a pre-emergent against annual bluegrass on Front/)).toBeVisible()
  await page.goto(`${running.url}/yard`)
  await expect(page.locator('.pin')).toHaveCount(4)
})

test('two lookalikes: what to look at is said, and a wrong answer is the odd one out', async ({
  page,
  running,
}) => {
  await enterDemo(page, running)
  await page.goto(`${running.url}/scout?at=key&day=2026-07-20`)
  await page.locator('.question').waitFor()
  await page.getByLabel('No flower or seed head on it').check()
  const ask = (trait: string) => choose(page, 'Ask about something else', new RegExp(`^${trait}$`))
  await ask('Kind of plant')
  await see(page, /kind of plant/, /sedge/)
  await ask('Habit')
  await see(page, /whole plant grow/, /creeping mat/)
  await ask('How it pulls')
  await see(page, /how does it come/, /runners come with it/)
  await ask('Height')
  await see(page, /high is it/, /as high as the turf/)
  for (let turn = 0; turn < 12 && (await page.locator('.question').isVisible()); turn++) {
    if (/told apart/.test((await page.locator(heading).textContent()) ?? '')) break
    await page.keyboard.press('x')
  }
  await expect(page.locator(heading)).toContainText(
    /green kyllinga, .* or false green kyllinga|false green kyllinga, .* or green kyllinga/,
  )
  await expect(page.locator(heading)).toContainText('can’t be told apart without a flower or seed head')
  await expect(page.locator('.apart')).toContainText('Keel of a scale')
  await expect(page.locator('.apart')).toContainText('needs a head')
  // Kept as either: the find says so and waits.
  await page.getByRole('button', { name: 'Keep it as either' }).click()
  await page.getByLabel('Plants').fill('40')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator(heading)).toContainText('look again before you spend anything')

  await page.goto(`${running.url}/scout?at=key&day=2026-07-20`)
  await page.locator('.question').waitFor()
  await ask('Kind of plant')
  await see(page, /kind of plant/, /broadleaf/)
  await ask('Stem')
  await see(page, /Roll the stem/, /square/)
  await ask('Smell')
  await see(page, /smell of/, /mint/)
  await ask('Roots from stems')
  await see(page, /stems root/, /^roots at the joints/)
  await ask('Leaf shape')
  await see(page, /shape is the leaf/, /needle/)
  await expect(page.locator('.odd[role=status]')).toContainText(
    'does not fit ground ivy, which shows: round or kidney',
  )
  await page.locator('.odd[role=status]').getByRole('button', { name: 'Change' }).click()
  await see(page, /shape is the leaf/, /round or kidney/)
  await expect(page.locator(heading)).toContainText('ground ivy')
  await page.reload()
  await expect(page.locator(heading)).toContainText('ground ivy')
  await page.getByRole('button', { name: 'Start again' }).click()
  await expect(page.locator(heading)).toContainText('What kind of plant is it')
})

test('the drill brings back what was got wrong, all by keyboard', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.keyboard.press('2')
  await page.getByRole('button', { name: 'Practice telling weeds apart' }).click()
  await page.locator('.choices button').first().waitFor()
  for (let turn = 0; turn < 3; turn++) {
    await page.keyboard.press('bca'[turn]!)
    await expect(page.locator(heading)).toContainText(/^(Yes, |No: this is )/)
    await expect(page.locator('.choices .right')).toHaveCount(1)
    await page.locator(heading).click()
    await page.getByRole('button', { name: 'Next plate' }).press('Enter')
    await expect(page.locator(heading)).toHaveText('Which one is this?')
  }
  await expect(page.locator('.rests')).toContainText('Met so far')
  await expect(page.locator('.rests')).toContainText(/got wrong/)
})

test('a turf is told by its look, a plant by any country’s name', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.keyboard.press('2')
  await page.getByRole('button', { name: 'Look it up by name' }).click()
  await page.getByLabel('Name').fill('winter grass')
  await expect(page.locator(heading)).toContainText('One plant goes by “winter grass”')
  await expect(page.getByText('winter grass in AU')).toBeVisible()
  await page.getByLabel('Name').fill('couch')
  await expect(page.locator(heading)).toContainText('names collide')
  await page.getByRole('link', { name: 'quackgrass' }).click()
  await expect(page.getByRole('combobox', { name: 'Plant' })).toContainText('quackgrass')

  await page.keyboard.press('Escape')
  await page.getByRole('navigation').getByRole('link', { name: 'Scout' }).click()
  await page.getByRole('button', { name: 'Identify my grass' }).click()
  await choose(page, 'Lawn', 'Side strip')
  const traits: [string, RegExp, RegExp][] = [
    ['Leaf width', /wide is the leaf/, /wide, over/],
    ['In the bud', /leaf packed/, /folded/],
    ['Leaf tip', /tip of the leaf/, /blunt/],
    ['Runners', /spread by runners/, /above the ground/],
    ['Leaf colour', /What colour/, /dark green/],
  ]
  for (const [trait, question, state] of traits) {
    if (await page.getByRole('button', { name: /Set it as the turf/ }).isVisible()) break
    await choose(page, 'Ask about something else', new RegExp(`^${trait}$`))
    await see(page, question, state)
  }
  await expect(page.locator(heading)).toContainText('St. Augustinegrass')
  await page.getByRole('button', { name: 'Set it as the turf of Side strip' }).click()
  await expect(page.getByText('Side strip is St. Augustinegrass now.')).toBeVisible()
})

test('photos and files: what is none is refused, and the find is kept', async ({ page, running }) => {
  await enterDemo(page, running)
  await page.keyboard.press('2')
  await page
    .getByRole('button', { name: /smooth crabgrass/ })
    .first()
    .click()
  const photo = page.getByLabel('Add a photo')
  await photo.setInputFiles({ name: 'weed.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') })
  await expect(page.getByRole('alert')).toContainText('This is not a photo that can be read here')
  const real = await page.screenshot()
  await photo.setInputFiles({ name: 'weed.png', mimeType: 'image/png', buffer: real })
  await expect(page.getByAltText('Your photo of smooth crabgrass')).toBeVisible()
  await expect(page.getByRole('alert')).toBeHidden()
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']).analyze()
  expect(violations.map((v) => v.id)).toEqual([])

  await page.getByRole('button', { name: 'Change the sighting' }).click()
  await page.getByLabel('Note').fill('along the kerb')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('along the kerb')).toBeVisible()
  await page.getByRole('button', { name: 'Back to the sightings' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'CSV' }).click()
  const csv = readFileSync(await (await download).path(), 'utf8')
  expect(csv).toContain('along the kerb')
  const take = page.getByLabel('Import a file')
  const upload = (text: string) =>
    take.setInputFiles({ name: 'finds.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await upload(csv)
  await expect(page.getByText('Nothing new in it.')).toBeVisible()
  await upload('plant,found_on\nred dead-nettle,2026-02-20\n')
  await expect(page.getByText('One sighting imported.')).toBeVisible()
  await expect(page.locator('.finds')).toContainText('purple deadnettle')
  await upload('plant,found_on\nthing,2026-02-20\n')
  await expect(page.getByRole('alert')).toContainText('line 2: “thing” is not a plant known here')
  await upload('hello')
  await expect(page.getByRole('alert').first()).toContainText('neither sightings as CSV nor GeoJSON')
})
