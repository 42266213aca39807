import { describe, expect, it } from 'vitest'
import { testLabel } from '../../test/season.ts'
import { usualSituation, type Active } from '../shelf/index.ts'
import { addDays } from '../quantity/index.ts'
import {
  brokenStep,
  chainRoles,
  changesOfPlan,
  dateJobs,
  foldJob,
  isOpen,
  jobServed,
  jobStates,
  judgeJobs,
  openPasses,
  passesOfJobs,
  promisedLawns,
  soonestDay,
  standingOf,
  startChain,
  stepJob,
  stepsOfChain,
  usualChains,
  useForRole,
  type Job,
  type JobMove,
  type JobSeed,
  type JobState,
} from './index.ts'

const rate = { value: 0.4, unit: 'oz/1000ft2' } as const
const seed = (more: Partial<JobSeed> = {}): JobSeed => ({
  id: 'j',
  yardId: 'y',
  zoneId: 'z',
  origin: 'hand',
  task: 'apply',
  plants: [],
  products: [{ labelId: 'l', rate }],
  ground: { kind: 'all', sqFt: null },
  when: { kind: 'day', day: '2026-03-10', latest: null },
  was: null,
  plan: null,
  chain: null,
  note: '',
  ...more,
})
const job = (more: Partial<Job> = {}): Job => ({
  ...seed(),
  state: 'planned',
  doneOn: null,
  tankIds: [],
  recordIds: [],
  ...more,
})
const moves: Record<JobMove['kind'], JobMove> = {
  propose: { kind: 'propose', seed: seed() },
  plan: { kind: 'plan', seed: seed() },
  change: { kind: 'change', ask: { note: 'n' } },
  move: { kind: 'move', when: { kind: 'day', day: '2026-03-12', latest: null } },
  mix: { kind: 'mix', tankId: 't' },
  apply: { kind: 'apply', recordIds: ['r'], day: '2026-03-11' },
  do: { kind: 'do', day: '2026-03-11' },
  judge: { kind: 'judge', day: '2026-04-20' },
  close: { kind: 'close' },
  skip: { kind: 'skip' },
  replace: { kind: 'replace' },
  reopen: { kind: 'reopen' },
}
const why = 'rain'

describe('a job', () => {
  it('takes the steps that follow from where it stands, and no other', () => {
    const leads = (state: JobState) =>
      Object.fromEntries(
        Object.values(moves).flatMap((move) => {
          const next = stepJob(job({ state }), { ...move, why })
          return next.ok ? [[move.kind, next.value.state]] : []
        }),
      )
    const open = {
      change: 'same',
      move: 'same',
      mix: 'mixed',
      apply: 'applied',
      skip: 'skipped',
      replace: 'replaced',
    }
    const table: Record<JobState, Record<string, string>> = {
      proposed: { ...open, plan: 'planned', change: 'proposed', move: 'proposed', close: 'closed' },
      planned: { ...open, plan: 'planned', change: 'planned', move: 'planned', close: 'closed' },
      mixed: { move: 'mixed', mix: 'mixed', apply: 'applied', skip: 'skipped', replace: 'replaced' },
      applied: { apply: 'applied', judge: 'judged', close: 'closed' },
      judged: { judge: 'judged', close: 'closed' },
      closed: { reopen: 'planned' },
      skipped: { reopen: 'planned' },
      replaced: {},
    }
    for (const state of jobStates) expect(leads(state), state).toEqual(table[state])
  })
  it('begins with a thought or a yes, and with nothing else', () => {
    for (const move of Object.values(moves)) {
      const next = stepJob(undefined, { ...move, why })
      expect(next.ok, move.kind).toBe(move.kind === 'plan' || move.kind === 'propose')
    }
  })
  it('needs a reason where what was meant is not done as it was meant', () => {
    for (const move of Object.values(moves)) {
      const states = jobStates.filter((state) => stepJob(job({ state }), { ...move, why }).ok)
      const without = states.filter((state) => stepJob(job({ state }), { ...move, why: ' ' }).ok)
      const needed = ['move', 'skip', 'replace', 'reopen'].includes(move.kind)
      expect(without, move.kind).toEqual(needed ? [] : states)
    }
  })
  it('that is down is never undone, and a chore is never put down', () => {
    const code = (j: Job, move: JobMove) => {
      const next = stepJob(j, { ...move, why })
      return next.ok ? 'ok' : next.refusals[0]!.code
    }
    expect(code(job({ state: 'closed', recordIds: ['r'] }), moves.reopen)).toBe('jobDown')
    expect(code(job({ task: 'scalp' }), moves.apply)).toBe('jobChore')
    expect(code(job({ task: 'scalp' }), moves.mix)).toBe('jobChore')
    expect(code(job({ task: 'scalp' }), moves.do)).toBe('ok')
    expect(code(job(), moves.do)).toBe('jobApplication')
  })
  it('is what its history makes of it: two tanks, one day, each record once', () => {
    const at = (n: number, move: JobMove) => ({
      id: String(n),
      at: '2026-03-01T00:00:00Z',
      by: 'Ada',
      why,
      ...move,
    })
    const told = foldJob([
      at(1, moves.propose),
      at(2, moves.plan),
      at(3, moves.move),
      at(4, moves.mix),
      at(5, { kind: 'mix', tankId: 'u' }),
      at(6, moves.apply),
      at(7, { kind: 'apply', recordIds: ['r', 's'], day: '2026-03-13' }),
      at(8, moves.judge),
    ])
    expect(told).toMatchObject({
      ok: true,
      value: {
        state: 'judged',
        when: { day: '2026-03-12' },
        tankIds: ['t', 'u'],
        recordIds: ['r', 's'],
        doneOn: '2026-03-11',
      },
    })
    expect(foldJob([at(1, moves.plan), at(2, moves.judge)])).toMatchObject({ ok: false })
    expect(foldJob([])).toMatchObject({ ok: false })
  })
})

describe('a plan that is taken', () => {
  const pass = (id: string, zones: string[], labelId = 'l') => ({
    id,
    season: 'rising' as const,
    when: { kind: 'rule' as const, school: 'edgeLed' as const, pass: 'only' as const },
    labelId,
    rate,
    zones,
    edges: 'once' as const,
  })
  const plan = (id: string, passes: ReturnType<typeof pass>[], half: 'rising' | 'falling' = 'rising') => ({
    id,
    yardId: 'y',
    half,
    programme: { passes, fertiliser: [] },
    days: passes.map((p) => ({ id: p.id, day: '2026-03-20' })),
  })
  const apply = (jobs: Job[], taken: ReturnType<typeof plan>): Job[] => {
    const byId = new Map(jobs.map((j) => [j.id, j]))
    for (const { jobId, ...move } of changesOfPlan(taken, jobs, {
      idOf: (passId, zoneId) => `${taken.id}/${passId}/${zoneId}`,
      seasonFrom: '2026-01-01',
    })) {
      const next = stepJob(byId.get(jobId), { ...move, why })
      if (!next.ok) throw new Error(JSON.stringify(next.refusals))
      byId.set(jobId, next.value)
    }
    return [...byId.values()]
  }
  it('makes one job a pass and lawn', () => {
    const jobs = apply([], plan('p', [pass('a', ['z', 'w']), pass('b', ['z'])]))
    expect(openPasses(jobs, 'rising')).toEqual([
      { passId: 'a', zoneId: 'z' },
      { passId: 'a', zoneId: 'w' },
      { passId: 'b', zoneId: 'z' },
    ])
  })
  it('changes its open jobs, replaces those it has no more, and leaves what is down and the other half', () => {
    const first = apply(
      apply([], plan('p', [pass('a', ['z', 'w']), pass('b', ['z'])])),
      plan('f', [pass('a', ['z'])], 'falling'),
    )
    const down = first.map((j) =>
      j.id === 'p/a/z' ? job({ ...j, state: 'applied', recordIds: ['r'], doneOn: '2026-03-21' }) : j,
    )
    const after = apply(down, plan('q', [pass('a', ['z', 'w'], 'm')]))
    const stand = Object.fromEntries(after.map((j) => [j.id, [j.state, j.products[0]!.labelId, j.plan!.id]]))
    expect(stand).toEqual({
      'p/a/z': ['applied', 'l', 'p'],
      'p/a/w': ['planned', 'm', 'q'],
      'p/b/z': ['replaced', 'l', 'p'],
      'f/a/z': ['planned', 'l', 'f'],
    })
  })
  it('leaves a tank that is mixed as it is', () => {
    const [one] = apply([], plan('p', [pass('a', ['z'])]))
    const after = apply([{ ...one!, state: 'mixed', tankIds: ['t'] }], plan('q', [pass('a', ['z'], 'm')]))
    expect(after[0]).toMatchObject({ state: 'mixed', products: [{ labelId: 'l' }] })
  })
  it('plans again what was down in another year', () => {
    const [one] = apply([], plan('p', [pass('a', ['z'])]))
    const last = { ...one!, state: 'closed' as const, recordIds: ['r'], doneOn: '2025-03-20' }
    expect(openPasses(apply([last], plan('q', [pass('a', ['z'])])), 'rising')).toHaveLength(1)
  })
})

describe('what an application serves', () => {
  const barrier = testLabel('prodiamine', 50)
  const leaf = {
    ...barrier,
    id: 'leaf',
    rules: {
      ...barrier.rules,
      uses: barrier.rules.uses.map((u) => ({ ...u, purpose: 'postEmergent' as const })),
    },
  }
  const labels = [barrier, leaf]
  const served = (jobs: Job[], ids: string[], zoneId = 'z', how = { day: '2026-02-20', spots: false }) =>
    jobServed(
      jobs,
      {
        zoneId,
        ...how,
        products: labels.filter((l) => ids.includes(l.id)).map(({ id, rules }) => ({ labelId: id, rules })),
      },
      (j) => (j.when.kind === 'day' ? j.when.day : undefined),
      (id) => labels.find((l) => l.id === id)?.rules,
    )?.id
  const on = (id: string, day: string, more: Partial<Job> = {}) =>
    job({ id, when: { kind: 'day', day, latest: null }, products: [{ labelId: barrier.id, rate }], ...more })
  it('is the open job of that lawn with that product whose day comes first', () => {
    const jobs = [
      on('late', '2026-05-01'),
      on('soon', '2026-03-01'),
      on('down', '2026-02-01', { state: 'applied' }),
    ]
    expect(served(jobs, [barrier.id])).toBe('soon')
    expect(served(jobs, [barrier.id], 'other')).toBeUndefined()
    expect(served(jobs, [leaf.id])).toBeUndefined()
  })
  it('is not what is meant for weeks later, nor the whole lawn where spots are treated', () => {
    const jobs = [on('soon', '2026-04-05')]
    const spot = [on('spot', '2026-04-05', { ground: { kind: 'spots', sqFt: 200 } })]
    const asked = (among: Job[], day: string, spots = false) =>
      served(among, [barrier.id], 'z', { day, spots })
    expect(asked(jobs, '2026-02-20')).toBe('soon')
    expect(asked(jobs, '2026-02-10')).toBeUndefined()
    expect(asked(jobs, '2026-06-10')).toBe('soon')
    expect(asked(jobs, '2026-04-01', true)).toBeUndefined()
    expect(asked(spot, '2026-04-01', true)).toBe('spot')
  })
  it('is a pass of the season whatever makes the barrier, and a mark of any; not what another product was meant for', () => {
    const other = { products: [{ labelId: 'gone', rate }] }
    expect(served([on('season', '2026-03-01', { ...other, origin: 'season' })], [barrier.id])).toBe('season')
    expect(served([on('mark', '2026-03-01', { products: [], origin: 'mark' })], [barrier.id])).toBe('mark')
    expect(served([on('hand', '2026-03-01', other)], [barrier.id])).toBeUndefined()
    expect(served([on('mark', '2026-03-01', { products: [], origin: 'mark' })], [leaf.id])).toBeUndefined()
  })
})

describe('a chain', () => {
  const begin = (code: keyof typeof usualChains, day = '2026-02-10'): Job[] =>
    startChain(
      usualChains[code]!,
      { chainId: 'c', name: 'x', yardId: 'y', zoneId: 'z', day },
      (i) => `s${i}`,
    ).map((s) => ({ ...job(), ...s }))
  const none = () => undefined
  it('of each usual kind waits for steps before it only, ends in judging, and reads back as it was begun', () => {
    for (const [code, steps] of Object.entries(usualChains)) {
      expect(brokenStep(steps), code).toBe(-1)
      expect(steps.at(-1)!.task).toBe('judge')
      expect(stepsOfChain(begin(code), 'c'), code).toEqual(steps)
    }
    expect(
      brokenStep([
        {
          ...usualChains['renovation']![1]!,
          after: { step: 0, leastDays: 1, mostDays: null, mowings: null },
        },
      ]),
    ).toBe(0)
  })
  it('moves as a whole: every step keeps its distance wherever the first goes and whatever is done late', () => {
    for (const code of Object.keys(usualChains))
      for (const late of [0, 5, 40]) {
        const jobs = begin(code)
        jobs[0] = { ...jobs[0]!, state: 'applied', doneOn: addDays('2026-02-10', late), recordIds: ['r'] }
        const days = dateJobs(jobs, none)
        for (const j of jobs) {
          const soonest = soonestDay(j, days)
          if (soonest) expect(days.get(j.id)!.day! >= soonest, `${code} ${j.id}`).toBe(true)
        }
        const moved = dateJobs(begin(code, addDays('2026-02-10', late)), none)
        expect([...days.values()].map((d) => d.day)).toEqual([...moved.values()].map((d) => d.day))
      }
  })
  it('keeps a day one wished for a step, as long as the distance allows it', () => {
    const [kill, scalp, ...rest] = begin('renovation')
    const wish = (day: string): Job => ({
      ...scalp!,
      when: { ...(scalp!.when as { kind: 'after' }), day } as Job['when'],
    })
    expect(dateJobs([kill!, wish('2026-02-25'), ...rest], none).get('s1')!.day).toBe('2026-02-25')
    expect(dateJobs([kill!, wish('2026-02-12'), ...rest], none).get('s1')!.day).toBe('2026-02-20')
  })
  it('says what waits, what is due and what is too late', () => {
    const jobs = begin('renovation')
    const days = dateJobs(jobs, none)
    const stands = (id: number, today: string, among = jobs) =>
      standingOf(among[id]!, days.get(`s${id}`)!, { today, jobs: among, hemisphere: 'northern' })
    expect(stands(0, '2026-02-01')).toBe('ahead')
    expect(stands(0, '2026-02-09')).toBe('due')
    expect(stands(0, '2026-02-14')).toBe('late')
    expect(stands(1, '2026-02-20')).toBe('waiting')
    const done = jobs.with(0, { ...jobs[0]!, state: 'applied', doneOn: '2026-02-10' })
    expect(stands(0, '2026-02-20', done)).toBe('done')
    expect(stands(1, '2026-02-20', done)).toBe('due')
    expect(stands(1, '2026-03-20', done)).toBe('tooLate')
  })
  it('says of a pass of a plan that its season is over, in either hemisphere', () => {
    const pass = job({
      id: 'p',
      plan: { id: 'plan', half: 'rising', passId: 'first' },
      when: { kind: 'day', day: '2026-03-20', latest: null },
    })
    const stands = (today: string, hemisphere: 'northern' | 'southern', day = '2026-03-20') =>
      standingOf(pass, { day }, { today, jobs: [pass], hemisphere })
    expect(stands('2026-03-25', 'northern')).toBe('late')
    expect(stands('2026-11-25', 'northern')).toBe('tooLate')
    expect(stands('2026-09-25', 'southern', '2026-09-20')).toBe('late')
    expect(stands('2027-04-25', 'southern', '2026-09-20')).toBe('tooLate')
  })
  it('never runs in a circle', () => {
    const after = (jobId: string): Job['when'] => ({
      kind: 'after',
      jobId,
      leastDays: 1,
      mostDays: null,
      mowings: null,
      day: null,
    })
    const days = dateJobs([job({ id: 'a', when: after('b') }), job({ id: 'b', when: after('a') })], none)
    expect([...days.values()]).toEqual([{}, {}])
  })
  it('is judged anew where it lies now: a barrier after the seed asks for its mowings, one before it is refused', () => {
    const label = testLabel('prodiamine', 50)
    const jobs = begin('overseeding', '2026-08-01').map((j) =>
      j.chain!.role === 'preEmergent' ? { ...j, products: [{ labelId: label.id, rate }] } : j,
    )
    const context = {
      zones: [{ id: 'z', name: 'Front', turf: 'tallFescue', state: 'growing' as const, passes: [] }],
      rulesOf: (id: string) => (id === label.id ? label.rules : undefined),
      seeding: [],
      around: { situation: usualSituation, actives: [] },
    }
    const judged = (among: Job[]) => judgeJobs(among, dateJobs(among, none), context)
    const early = jobs.map((j): Job =>
      j.id === 's4' ? { ...j, when: { kind: 'day', day: '2026-08-20', latest: null } } : j,
    )
    expect(
      judged(early)
        .get('s4')!
        .refusals.map((r) => r.code),
    ).not.toEqual([])
    expect(isOpen(jobs[4]!)).toBe(true)
    // Twice the same product over the year's most is told of the second.
    const twice = Array.from({ length: 6 }, (_, i) =>
      job({
        id: `t${i}`,
        when: { kind: 'day', day: `2026-0${i + 3}-10`, latest: null },
        products: [{ labelId: label.id, rate }],
      }),
    )
    const outcomes = [...judged(twice).values()].map((j) => j.outcome)
    expect(outcomes[0]).not.toBe('no')
    expect(outcomes.at(-1)).toBe('no')
  })
})

describe('what jobs mean for the season', () => {
  const label = testLabel('prodiamine', 50)
  const rulesOf = (id: string) => (id === label.id ? label.rules : undefined)
  const barrier = (id: string, day: string, more: Partial<Job> = {}) =>
    job({
      id,
      when: { kind: 'day', day, latest: null },
      products: [{ labelId: label.id, rate }],
      ...more,
    })
  const known = (jobs: Job[]) => ({ days: dateJobs(jobs, () => undefined), rulesOf })
  it('what is meant for certain counts against the year, at twice the rate where edges are gone over twice', () => {
    const jobs = [
      barrier('once', '2026-03-10'),
      barrier('twice', '2026-05-10', { ground: { kind: 'edgesTwice', sqFt: null } }),
      barrier('thought', '2026-06-10', { state: 'proposed' }),
      barrier('down', '2026-02-10', { state: 'applied', doneOn: '2026-02-10' }),
      barrier('ofPlan', '2026-03-12', { plan: { id: 'p', half: 'rising', passId: 'a' } }),
      barrier('past', '2026-01-10'),
      barrier('elsewhere', '2026-03-10', { zoneId: 'w' }),
    ]
    const passes = passesOfJobs(jobs, 'z', '2026-02-20', known(jobs))
    expect(passes.map((p) => p.day)).toEqual(['2026-03-10', '2026-05-10'])
    const [once, twice] = passes.map((p) => p.actives[0]!.rate.value)
    expect(twice).toBeCloseTo(once! * 2, 9)
  })
  it('a lawn is promised where a job makes its barrier in that half of the year', () => {
    const chained = { chain: { id: 'c', name: 'x', step: 3, role: 'preEmergent' as const }, products: [] }
    const jobs = [
      barrier('spring', '2026-03-10'),
      barrier('autumn', '2026-09-10', { zoneId: 'w' }),
      barrier('chained', '2026-04-10', { zoneId: 'v', ...chained }),
      barrier('leaf', '2026-04-10', { zoneId: 'u', products: [{ labelId: 'other', rate }] }),
    ]
    expect(promisedLawns(jobs, 'rising', 38, known(jobs))).toEqual(['z', 'v'])
    expect(promisedLawns(jobs, 'falling', 38, known(jobs))).toEqual(['w'])
    expect(promisedLawns(jobs, 'falling', -34, known(jobs))).toEqual(['z', 'v'])
  })
  it('a product is offered for what it does: what kills all that is green for nothing else', () => {
    const killer = { name: 'x', nonSelective: true } as Active
    const activeOf = (is: boolean) => (name: string) => (is ? { ...killer, name } : undefined)
    const lawn = { turf: 'tallFescue', state: 'growing' as const }
    const offered = (kills: boolean) =>
      ([...chainRoles, null] as const).filter((role) => useForRole(label.rules, role, lawn, activeOf(kills)))
    expect(offered(false)).toEqual(['preEmergent', null])
    expect(offered(true)).toEqual([null])
    expect(useForRole(label.rules, 'preEmergent', { ...lawn, turf: 'bermudagrass' }, activeOf(false))).toBe(
      undefined,
    )
  })
})
