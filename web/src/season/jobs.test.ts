// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { startChain, usualChains, type Job } from '@jardinero/core/job'
import { atHome, button, input, pick, plannedJob } from '../../test/home.ts'
import { refused, standServer } from '../../test/server.ts'
import TodayPage from '../today/TodayPage.vue'
import { useAgenda } from '../today/useAgenda.ts'
import JobsView from './JobsView.vue'

afterEach(() => vi.unstubAllGlobals())
const rate = { value: 0.4, unit: 'oz/1000ft2' } as const
const chain = (day: string, zoneId = 'z'): Job[] =>
  startChain(
    usualChains['renovation']!,
    { chainId: 'c', name: 'Side strip', yardId: 'y', zoneId, day },
    (i) => `s${i}`,
  ).map(plannedJob)
const hand = (more: Partial<Job> = {}): Job => ({
  ...chain('2026-02-28')[0]!,
  id: 'h',
  origin: 'hand',
  chain: null,
  products: [{ labelId: 'l', rate }],
  ...more,
})
const at = (path: string, jobs: Job[]) => atHome({ path, state: { jobs } })

describe('the jobs of a yard', () => {
  it('stand in the order of their days, say what waits for what, and what is too late', async () => {
    const { show } = await at('/season?at=jobs', [
      ...chain('2026-02-28'),
      hand({ when: { kind: 'day', day: '2026-02-20', latest: '2026-02-25' } }),
    ])
    const page = show(JobsView)
    const rows = page.findAll('li.job').map((li) => li.text())
    expect(page.find('h1').text()).toContain('One job is due in Home')
    expect(rows[0]).toContain('Too late to do what it is for: it had to be done by Feb 25')
    expect(rows[1]).toMatch(/^Spray that kills all that is green on Front\s*Due: Feb 28 · Side strip/)
    expect(rows[2]).toMatch(
      /^Scalp Front\s*Waits for the step before it; about Mar 10, by Mar 28 at the latest/,
    )
  })
  it('offers the chain that was asked for by a link', async () => {
    const { show, settle } = await at('/season?at=jobs&chain=overseeding', [])
    standServer({ 'GET /api/jobs/templates': [200, []] })
    const page = show(JobsView)
    await settle()
    expect(page.text()).toContain('Clear the weeds, wait four weeks, core and seed')
  })
  it('a chore is done on a day, and the next step follows from it', async () => {
    const [kill, scalp, ...rest] = chain('2026-02-10')
    const down = { ...kill!, state: 'applied' as const, doneOn: '2026-02-18', recordIds: ['r'] }
    const { show, settle } = await at('/season?at=jobs', [down, scalp!, ...rest])
    const sent = standServer({
      'POST /api/jobs/s1/steps': [200, { ...scalp!, state: 'closed', doneOn: '2026-02-28' }],
    })
    const page = show(JobsView)
    expect(page.text()).toContain('Due: Feb 28, by Mar 18 at the latest')
    await button(page, 'It is done').trigger('click')
    await page.find('form').trigger('submit')
    await settle()
    expect(sent[0]!.body).toMatchObject({ kind: 'do', day: '2026-02-28' })
    expect(page.findAll('li.job')[0]!.text()).toMatch(/^Bag what is cut on Front\s*Due: Feb 28/)
  })
  it('is not moved without a reason, and keeps what was typed where the day is too soon', async () => {
    const jobs = chain('2026-02-28')
    const { show, settle } = await at('/season?at=jobs', jobs)
    const sent = standServer({
      'POST /api/jobs/s1/steps': refused(
        'when.day',
        'Mar 5 is too soon: by the step before it, Mar 10 is the first day.',
      ),
    })
    const page = show(JobsView)
    await page
      .findAll('li.job')[1]!
      .findAll('button')
      .find((b) => b.text() === 'Move')!
      .trigger('click')
    await input(page, 'New day').setValue('2026-03-05')
    await input(page, 'Why').setValue('I am away after')
    await page.find('form').trigger('submit')
    await settle()
    expect(sent[0]!.body).toMatchObject({
      kind: 'move',
      why: 'I am away after',
      when: { kind: 'after', jobId: 's0', day: '2026-03-05' },
    })
    expect(page.text()).toContain('Mar 10 is the first day')
    expect((input(page, 'Why').element as HTMLInputElement).value).toBe('I am away after')
  })
  it('is held against the label where it lies now', async () => {
    const over = hand({ products: [{ labelId: 'l', rate: { value: 0.9, unit: 'oz/1000ft2' } }] })
    const { show } = await at('/season?at=jobs', [over])
    expect(show(JobsView).find('li.job .stop').text()).toContain('0.9')
  })
  it('tells its history, and one that was skipped is taken up again', async () => {
    const skipped = hand({ state: 'skipped' })
    const { show, settle } = await at('/season?at=jobs', [skipped])
    const head = { by: 'Ada', at: '2026-02-27T15:00:00Z' }
    standServer({
      'GET /api/jobs/h': [
        200,
        {
          job: skipped,
          steps: [
            { id: '1', ...head, why: '', kind: 'plan', seed: skipped },
            { id: '2', ...head, why: 'rain', kind: 'skip' },
          ],
        },
      ],
      'POST /api/jobs/h/steps': [200, hand()],
    })
    const page = show(JobsView)
    await button(page, 'History').trigger('click')
    await settle()
    expect(page.find('.history').text()).toMatch(/planned by Ada.*skipped by Ada: rain/)
    await button(page, 'Reopen it').trigger('click')
    await input(page, 'Why').setValue('dry after all')
    await page.find('form').trigger('submit')
    await settle()
    expect(button(page, 'Skip')).toBeDefined()
  })
})

describe('a chain', () => {
  it('is begun of a usual one with its steps as edited, and kept as one’s own', async () => {
    const { show, settle } = await at('/season?at=jobs', [])
    const sent = standServer({
      'GET /api/jobs/templates': [200, []],
      'POST /api/jobs/templates': [201, { id: 't', version: 1, name: 'Mine', steps: [] }],
      'POST /api/jobs/chains': [201, chain('2026-03-02')],
    })
    const page = show(JobsView)
    await button(page, 'Begin a chain').trigger('click')
    await settle()
    expect(page.findAll('.outline li').map((li) => li.text())[1]).toBe(
      'Scalp, 10 days after step 1, by day 28 at the latest',
    )
    await button(page, 'Change the steps, choose products').trigger('click')
    expect(page.findAll('.steps li')).toHaveLength(usualChains['renovation']!.length)
    // Bagging is taken out: what waited for it waits for what it waited for.
    await button(page, 'Take step 3 out').trigger('click')
    await input(page, 'Name').setValue('Side strip')
    await input(page, 'First day').setValue('2026-03-02')
    await button(page, 'Keep as my own').trigger('click')
    await settle()
    expect(sent.find((s) => s.method === 'POST')!.body).toMatchObject({ name: 'Side strip' })
    await pick(page, 'Chain', 'renovation')
    await button(page, 'Take step 3 out').trigger('click')
    await input(page, 'Name').setValue('Side strip')
    await page.find('form').trigger('submit')
    await settle()
    const begun = sent.find((s) => s.url === '/api/jobs/chains')!.body as {
      steps: { after: { step: number } }[]
    }
    expect(begun).toMatchObject({ zoneId: 'z', name: 'Side strip', day: '2026-03-02' })
    expect(begun.steps.map((s) => s.after?.step)).toEqual([undefined, 0, 1, 2, 2, 2])
    expect(page.findAll('li.job')).toHaveLength(usualChains['renovation']!.length)
  })
})

describe('jobs at Today', () => {
  it('wait with one press to what is done next, and stand in the weeks ahead', async () => {
    const bench = hand()
    const chores = chain('2026-02-10').slice(1)
    const { show, use, settle } = await at('/', [
      bench,
      { ...chain('2026-02-10')[0]!, state: 'applied', doneOn: '2026-02-18', recordIds: ['r'] },
      ...chores,
    ])
    const page = show(TodayPage)
    await settle()
    const links = page.findAll('ol a').map((a) => [a.find('.what').text(), a.attributes('href')])
    expect(links).toContainEqual(['Sample 50 WG on Front.', '/bench?label=l&zone=z&rate=0.4+oz/1000ft2'])
    expect(links).toContainEqual(['Scalp Front.', '/season?at=jobs&job=s1'])
    const entries = use(useAgenda).value.filter((e) => e.code === 'job.title')
    expect(entries.map((e) => [e.from, e.params['task']])).toEqual([
      ['2026-02-28', 'apply'],
      ['2026-02-28', 'scalp'],
      ['2026-02-28', 'bag'],
      ['2026-02-28', 'apply'],
      ['2026-02-28', 'water'],
      ['2026-03-28', 'feed'],
      ['2026-04-11', 'judge'],
    ])
  })
})
