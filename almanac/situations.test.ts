import { describe, expect, it } from 'vitest'
import { createActiveFinder, toleranceOf, type Objection } from '@jardinero/core/shelf'
import { almanac } from './src/index.ts'
import { choiceOf, once, tankOf, type Situation } from './test/situation.ts'

/** What is asked of a shelf with one label or a few, and what the answer must be: the set, or why a label does not go and who says so. */
type Row = [
  name: string,
  situation: Situation,
  answer:
    | { tank: string[] }
    | { no: string; of?: string; says: Objection['source'] }
    | { mark: string; of: string; on: string },
]
const cool = { turf: 'tallFescue', day: '2026-05-12' }
const bluegrass = { turf: 'kentuckyBluegrass', day: '2026-05-12' }
const bermuda = { turf: 'bermudagrass', day: '2026-06-02', highF: 82 }
const augustine = { turf: 'stAugustinegrass', day: '2026-04-10', highF: 76 }
const centipede = { turf: 'centipedegrass', day: '2026-05-20', highF: 80 }
const zoysia = { turf: 'zoysiagrass', day: '2026-05-25', highF: 80 }
const golf = { site: 'golf', licensed: true } as const

const rows: Row[] = [
  // Turf: what it stands comes before what the weed wants.
  [
    'quinclorac never goes on St. Augustinegrass',
    { ...augustine, weeds: [['smoothCrabgrass', 'leaves']], shelf: ['quarlock'] },
    { no: 'turfNotOnLabel', says: 'label' },
  ],
  [
    'quinclorac never goes on centipedegrass',
    { ...centipede, weeds: [['smoothCrabgrass', 'leaves']], shelf: ['quarlock'] },
    { no: 'turfNotOnLabel', says: 'label' },
  ],
  [
    'metsulfuron never goes on bahiagrass',
    { turf: 'bahiagrass', day: '2026-05-20', weeds: [['whiteClover']], shelf: ['dorrick'] },
    { no: 'turfNotOnLabel', says: 'label' },
  ],
  [
    'atrazine never goes on fescue',
    { ...cool, weeds: [['henbit', 'leaves']], shelf: ['sandrill'] },
    { no: 'turfNotOnLabel', says: 'label' },
  ],
  [
    'mesotrione never goes on zoysiagrass',
    { ...zoysia, weeds: [['nimblewill', 'leaves']], shelf: ['thessel'] },
    { no: 'turfNotOnLabel', says: 'label' },
  ],
  [
    'triclopyr never goes on bermudagrass',
    { ...bermuda, weeds: [['whiteClover']], shelf: ['kelmoor'] },
    { no: 'turfNotOnLabel', says: 'label' },
  ],
  [
    'sethoxydim goes on centipedegrass',
    { ...centipede, weeds: [['smoothCrabgrass', 'leaves']], shelf: ['sorrelby'] },
    { tank: ['sorrelby'] },
  ],
  [
    'sulfosulfuron never goes on tall fescue',
    { ...cool, weeds: [['yellowNutsedge', 'leaves']], shelf: ['halverd'] },
    { no: 'turfNotOnLabel', says: 'label' },
  ],
  [
    'a grass active for fescue never goes on bermudagrass',
    { ...bermuda, weeds: [['goosegrass', 'leaves']], shelf: ['crannock'] },
    { no: 'turfNotOnLabel', says: 'label' },
  ],
  [
    'MSMA is not for home lawns',
    { ...bermuda, weeds: [['dallisgrass', 'leaves']], shelf: ['tarrowby'] },
    { no: 'activeNotForSite', says: 'law' },
  ],
  // Who may use it, and where.
  [
    'clopyralid is for golf and sod',
    { ...cool, weeds: [['canadaThistle', 'leaves']], shelf: ['clovask'] },
    { no: 'notForSite', says: 'label' },
  ],
  [
    'on a golf course it goes',
    { ...cool, weeds: [['canadaThistle', 'leaves']], shelf: ['clovask'], more: golf },
    { tank: ['clovask'] },
  ],
  [
    'propyzamide needs a licence',
    {
      turf: 'bermudagrass',
      state: 'dormant',
      day: '2026-01-20',
      highF: 58,
      weeds: [['annualBluegrass', 'leaves']],
      shelf: ['kerrowby'],
    },
    { no: 'needsLicence', says: 'law' },
  ],
  [
    'atrazine is not approved in Great Britain',
    { ...augustine, weeds: [['henbit', 'leaves']], shelf: ['sandrill'], more: { places: ['GB'] } },
    { no: 'activeNotApproved', says: 'law' },
  ],
  [
    'nor simazine',
    { ...augustine, weeds: [['commonChickweed', 'leaves']], shelf: ['simlow'], more: { places: ['GB'] } },
    { no: 'activeNotApproved', says: 'law' },
  ],
  [
    'in Ontario 2,4-D is not for looks',
    {
      ...bluegrass,
      weeds: [['dandelion', 'leaves']],
      shelf: ['brackwell'],
      more: { places: ['CA', 'Ontario'] },
    },
    { no: 'activeNotForSite', says: 'law' },
  ],
  [
    'iron goes there',
    {
      ...bluegrass,
      weeds: [['dandelion', 'leaves']],
      shelf: ['ferrowick'],
      more: { places: ['CA', 'Ontario'] },
    },
    { tank: ['ferrowick'] },
  ],
  // What grows beside it.
  [
    'dicamba’s vapour is not for a lawn beside beds',
    {
      ...cool,
      weeds: [['prostrateKnotweed', 'leaves']],
      shelf: ['tressock'],
      more: { nearVegetables: true },
    },
    { no: 'vapourNearBeds', says: 'site' },
  ],
  [
    'nor an ester',
    { ...cool, weeds: [['dandelion', 'leaves']], shelf: ['fernhold'], more: { nearVegetables: true } },
    { no: 'vapourNearBeds', says: 'site' },
  ],
  [
    'the amine goes there',
    { ...cool, weeds: [['dandelion', 'leaves']], shelf: ['brackwell'], more: { nearVegetables: true } },
    { tank: ['brackwell'] },
  ],
  [
    'dicamba stays off roots of trees',
    { ...cool, weeds: [['prostrateKnotweed', 'leaves']], shelf: ['tressock'], more: { trees: 'over' } },
    { no: 'treeRootsUnder', says: 'site' },
  ],
  // Heat and cold.
  [
    'three auxins are not for 95 °F',
    { ...cool, day: '2026-07-10', highF: 95, weeds: [['dandelion', 'leaves']], shelf: ['tressock'] },
    { no: 'tooHotFor', says: 'weather' },
  ],
  [
    'triclopyr is not for 95 °F',
    { ...cool, day: '2026-07-10', highF: 95, weeds: [['whiteClover', 'leaves']], shelf: ['kelmoor'] },
    { no: 'tooHotFor', says: 'weather' },
  ],
  [
    'nothing moves in a plant at 45 °F',
    { ...cool, day: '2026-03-05', highF: 45, weeds: [['dandelion', 'leaves']], shelf: ['tressock'] },
    { no: 'tooColdFor', says: 'weather' },
  ],
  [
    'iron burns at any such warmth',
    { ...cool, day: '2026-03-25', highF: 62, weeds: [['dandelion', 'leaves']], shelf: ['ferrowick'] },
    { tank: ['ferrowick'] },
  ],
  // Dormant turf.
  [
    'glyphosate on dormant bermudagrass: a crown is looked at first',
    {
      turf: 'bermudagrass',
      state: 'dormant',
      day: '2026-02-10',
      highF: 58,
      weeds: [['annualBluegrass', 'leaves']],
      shelf: ['voidmarsh'],
    },
    { no: 'crownNotChecked', says: 'almanac' },
  ],
  [
    'looked at and none green, it goes',
    {
      turf: 'bermudagrass',
      state: 'dormant',
      day: '2026-02-10',
      highF: 58,
      check: { crown: { day: '2026-02-09', green: false } },
      weeds: [['annualBluegrass', 'leaves']],
      shelf: ['voidmarsh'],
    },
    { tank: ['voidmarsh'] },
  ],
  [
    'a green crown stops it',
    {
      turf: 'bermudagrass',
      state: 'dormant',
      day: '2026-02-10',
      highF: 58,
      check: { crown: { day: '2026-02-09', green: true } },
      weeds: [['annualBluegrass', 'leaves']],
      shelf: ['voidmarsh'],
    },
    { no: 'crownGreen', says: 'almanac' },
  ],
  [
    'glyphosate never goes on green bermudagrass',
    { ...bermuda, weeds: [['goosegrass']], shelf: ['voidmarsh'] },
    { no: 'nonSelectiveStop', says: 'almanac' },
  ],
  // Seed before and after.
  [
    'an auxin waits until seed is up and mown',
    { ...cool, day: '2026-05-02', state: 'seeded', weeds: [['dandelion', 'leaves']], shelf: ['tressock'] },
    { no: 'tooFewMowings', says: 'label' },
  ],
  [
    'seed in three weeks stops a blend',
    {
      ...cool,
      day: '2026-09-01',
      seedingDay: '2026-09-20',
      weeds: [['dandelion', 'leaves']],
      shelf: ['tressock'],
    },
    { no: 'seedingTooSoon', says: 'label' },
  ],
  // The right active for the weed.
  [
    'nutsedge: no auxin touches it',
    { ...cool, day: '2026-06-10', weeds: [['yellowNutsedge', 'leaves']], shelf: ['tressock'] },
    { mark: 'no', of: 'tressock', on: 'yellowNutsedge' },
  ],
  [
    'nutsedge on bermudagrass',
    { ...bermuda, weeds: [['yellowNutsedge', 'leaves']], shelf: ['rushollow', 'tressock'] },
    { tank: ['rushollow'] },
  ],
  [
    'purple nutsedge: bentazon does nothing',
    { ...bermuda, weeds: [['purpleNutsedge', 'leaves']], shelf: ['benfold'] },
    { mark: 'no', of: 'benfold', on: 'purpleNutsedge' },
  ],
  [
    'purple nutsedge: halosulfuron',
    { ...bermuda, weeds: [['purpleNutsedge', 'leaves']], shelf: ['rushollow', 'benfold'] },
    { tank: ['rushollow'] },
  ],
  [
    'green kyllinga on zoysiagrass',
    { ...zoysia, weeds: [['greenKyllinga', 'leaves']], shelf: ['rushollow'] },
    { tank: ['rushollow'] },
  ],
  [
    'goosegrass: quinclorac does nothing',
    { ...bluegrass, day: '2026-06-10', weeds: [['goosegrass', 'leaves']], shelf: ['quarlock'] },
    { mark: 'no', of: 'quarlock', on: 'goosegrass' },
  ],
  [
    'goosegrass young in bluegrass',
    {
      ...bluegrass,
      day: '2026-06-10',
      highF: 80,
      weeds: [['goosegrass', 'leaves']],
      shelf: ['aldrestow', 'quarlock'],
    },
    { tank: ['aldrestow'] },
  ],
  [
    'nimblewill in bluegrass',
    { ...bluegrass, day: '2026-05-28', weeds: [['nimblewill', 'leaves']], shelf: ['thessel'] },
    { tank: ['thessel'] },
  ],
  [
    'young crabgrass in fescue',
    { ...cool, day: '2026-05-30', weeds: [['smoothCrabgrass', 'leaves']], shelf: ['quarlock'] },
    { tank: ['quarlock'] },
  ],
  [
    'crabgrass with four tillers is out of quinclorac’s reach',
    {
      ...cool,
      day: '2026-07-06',
      highF: 82,
      weeds: [['smoothCrabgrass', 'tillers', 4]],
      shelf: ['quarlock'],
    },
    { mark: 'weak', of: 'quarlock', on: 'smoothCrabgrass' },
  ],
  [
    'stiltgrass by fenoxaprop',
    { ...cool, day: '2026-06-10', highF: 80, weeds: [['stiltgrass', 'leaves']], shelf: ['crannock'] },
    { tank: ['crannock'] },
  ],
  [
    'foxtail by quinclorac',
    { ...bluegrass, day: '2026-06-01', weeds: [['yellowFoxtail', 'leaves']], shelf: ['quarlock'] },
    { tank: ['quarlock'] },
  ],
  [
    'barnyardgrass by quinclorac',
    { ...bluegrass, day: '2026-06-01', weeds: [['barnyardgrass', 'leaves']], shelf: ['quarlock'] },
    { tank: ['quarlock'] },
  ],
  [
    'clover by fluroxypyr',
    { ...cool, weeds: [['whiteClover', 'leaves']], shelf: ['saltrey'] },
    { tank: ['saltrey'] },
  ],
  [
    'ground ivy by triclopyr, not by 2,4-D',
    { ...cool, day: '2026-10-05', highF: 66, weeds: [['groundIvy']], shelf: ['brackwell', 'kelmoor'] },
    { tank: ['kelmoor'] },
  ],
  [
    'wild violet by triclopyr',
    {
      ...cool,
      day: '2026-10-05',
      highF: 66,
      weeds: [['wildViolet', 'leaves']],
      shelf: ['brackwell', 'kelmoor'],
    },
    { tank: ['kelmoor'] },
  ],
  [
    'wild violet: the three-way is not relied on',
    { ...cool, day: '2026-10-05', highF: 66, weeds: [['wildViolet']], shelf: ['tressock'] },
    { mark: 'suppresses', of: 'tressock', on: 'wildViolet' },
  ],
  [
    'oxalis by triclopyr',
    { ...cool, weeds: [['yellowWoodsorrel', 'leaves']], shelf: ['tressock', 'kelmoor'] },
    { tank: ['kelmoor'] },
  ],
  [
    'young henbit in bermudagrass by metsulfuron',
    {
      ...bermuda,
      day: '2026-03-10',
      highF: 65,
      weeds: [['henbit', 'leaves']],
      shelf: ['dorrick'],
      anyway: true,
    },
    { tank: ['dorrick'] },
  ],
  [
    'dollarweed in St. Augustinegrass by atrazine',
    { ...augustine, weeds: [['dollarweed', 'leaves']], shelf: ['sandrill'] },
    { tank: ['sandrill'] },
  ],
  [
    'buttonweed: metsulfuron is not relied on',
    { ...augustine, day: '2026-06-01', highF: 84, weeds: [['virginiaButtonweed']], shelf: ['dorrick'] },
    { mark: 'weak', of: 'dorrick', on: 'virginiaButtonweed' },
  ],
  [
    'wild garlic in bermudagrass by metsulfuron',
    { ...bermuda, day: '2026-03-05', highF: 62, weeds: [['wildGarlic']], shelf: ['dorrick'] },
    { tank: ['dorrick'] },
  ],
  [
    'moss by iron',
    { ...cool, day: '2026-04-02', highF: 62, weeds: [['moss']], shelf: ['ferrowick'] },
    { mark: 'controls', of: 'ferrowick', on: 'moss' },
  ],
  [
    'moss: carfentrazone may be good, and is not relied on for it',
    { ...cool, day: '2026-04-02', highF: 62, weeds: [['moss']], shelf: ['scorpeth'] },
    { mark: 'suppresses', of: 'scorpeth', on: 'moss' },
  ],
  [
    'young chickweed by mecoprop, which 2,4-D alone does not do',
    {
      ...cool,
      day: '2026-04-02',
      highF: 64,
      weeds: [['mouseEarChickweed', 'leaves']],
      shelf: ['brackwell', 'tressock'],
    },
    { tank: ['tressock'] },
  ],
  [
    'thistle by clopyralid where it may be used',
    { ...cool, weeds: [['bullThistle', 'leaves']], shelf: ['clovask', 'benfold'], more: golf },
    { tank: ['clovask'] },
  ],
  [
    'dandelion in autumn by 2,4-D',
    { ...bluegrass, day: '2026-10-01', highF: 66, weeds: [['dandelion']], shelf: ['brackwell', 'saltrey'] },
    { tank: ['brackwell'] },
  ],
  [
    'annual bluegrass in green turf: no label at hand for a home lawn but ethofumesate',
    {
      turf: 'perennialRyegrass',
      day: '2026-10-20',
      highF: 60,
      weeds: [['annualBluegrass', 'leaves']],
      shelf: ['ruskill', 'polwyn'],
    },
    { tank: ['ruskill'] },
  ],
  // The year, and what is down.
  [
    'a blend with little triclopyr only holds violets back',
    { ...cool, day: '2026-10-05', highF: 66, weeds: [['wildViolet', 'leaves']], shelf: ['addlecote'] },
    { mark: 'suppresses', of: 'addlecote', on: 'wildViolet' },
  ],
  [
    'what is down already counts',
    {
      ...cool,
      weeds: [['yellowNutsedge', 'leaves']],
      shelf: ['cyrfell'],
      passes: once('sulfentrazone', 'ai', 0.37),
    },
    { no: 'overAnnualMaximum', says: 'label' },
  ],
  // Mostly good grass, thin: cleared first, seeded after.
  [
    'clover in a thin lawn in August is cleared before seed',
    {
      ...cool,
      day: '2026-08-20',
      highF: 80,
      wanted: 0.6,
      weeds: [['whiteClover', 'leaves']],
      shelf: ['saltrey'],
    },
    { tank: ['saltrey'] },
  ],
  [
    'clover, old crabgrass and nutsedge in mostly good grass: a clean-up, and frost for the crabgrass; not nothing',
    {
      ...cool,
      day: '2026-08-20',
      highF: 80,
      wanted: 0.6,
      weeds: [
        ['whiteClover', 'leaves'],
        ['smoothCrabgrass', 'mature'],
        ['yellowNutsedge', 'leaves'],
      ],
      shelf: ['quarlock', 'saltrey', 'rushollow'],
    },
    { tank: ['rushollow', 'saltrey'] },
  ],
]

describe('a situation', () => {
  it.each(rows)('%s', (_, situation, answer) => {
    const choice = choiceOf(situation)
    if ('tank' in answer) expect(tankOf(choice)).toEqual(answer.tank)
    else if ('no' in answer) {
      const of = answer.of ?? situation.shelf![0]!
      const judged = choice.judged.find((j) => j.product.id === of)!
      expect(tankOf(choice)).not.toContain(of)
      expect(judged.refusals.map((r) => `${r.code} ${r.source}`)).toContain(`${answer.no} ${answer.says}`)
    } else
      expect(choice.judged.find((j) => j.product.id === answer.of)!.marks.get(answer.on)!.mark).toBe(
        answer.mark,
      )
  })
  it('none of any turf, weed and time of year contradicts what the turf stands', () => {
    const activeOf = createActiveFinder(almanac.actives)
    const weeds = [
      'dandelion',
      'whiteClover',
      'smoothCrabgrass',
      'yellowNutsedge',
      'henbit',
      'annualBluegrass',
      'groundIvy',
      'goosegrass',
    ]
    let sprayed = 0
    for (const { code: turf, season } of almanac.turf)
      for (const [day, highF] of [
        ['2026-02-15', 55],
        ['2026-05-10', 74],
        ['2026-07-15', 88],
        ['2026-10-05', 68],
      ] as const)
        for (const weed of weeds) {
          const state = season === 'warm' && day < '2026-03' ? ('dormant' as const) : ('growing' as const)
          const { tank } = choiceOf({ turf, state, day, highF, weeds: [[weed, 'leaves']], anyway: true })
          for (const { product } of tank?.products ?? []) {
            sprayed++
            for (const { name } of product.rules.actives) {
              const verdict = toleranceOf(activeOf(name)!, turf, state)?.verdict
              expect([turf, day, weed, name, verdict === 'injures' || verdict === 'kills']).toEqual([
                turf,
                day,
                weed,
                name,
                false,
              ])
            }
          }
        }
    expect(sprayed).toBeGreaterThan(100)
  })
})
