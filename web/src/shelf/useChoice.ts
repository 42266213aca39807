import { computed } from 'vue'
import {
  chooseProducts,
  createActiveFinder,
  computeExpectation,
  type Choice,
  type JudgedProduct,
  type Tank,
} from '@jardinero/core/shelf'
import { handOver, useAccount } from '../state/index.ts'

import { useSession, useWords } from '../kit/session.ts'
import { useShelf } from './shelfStore.ts'
import { useQuestion } from './useQuestion.ts'

interface Sentence {
  code: string
  params: Record<string, string | number>
}

/** Reasons that are of the kind of product, not of this lawn: such labels have no column among the weeds. */
const notForWeedsUp = new Set(['onlyBarrier', 'notAHerbicide'])

/** The choice for the lawn that is open, and the sentence it comes to. */
export function useChoice() {
  const session = useSession()
  const shelf = useShelf()
  const account = useAccount()
  const { say } = useWords()
  const question = useQuestion()
  const choice = computed<Choice | undefined>(
    () => question.request.value && chooseProducts(question.request.value),
  )

  const list = (names: string[]) => new Intl.ListFormat(session.preferences.locale).format(names)
  const plants = (codes: string[]) => list(codes.map((c) => say(`plant.${c}`)))
  const where = computed(() => list(question.treated.value.map((z) => z.name)))
  const isForWeeds = (j: JudgedProduct) => !j.refusals.some((r) => notForWeedsUp.has(r.code))

  /** What goes down, pass by pass: one tank, or several where their labels clash, or what waits for the weather. */
  const tanks = computed<Tank[]>(() => {
    const { tank, split, later } = choice.value ?? {}
    return tank ? [tank] : (split ?? (later ? [later.tank] : []))
  })
  /** Columns of the grid: the chosen, then what could be used, then what cannot; samples only where they are chosen. */
  const columns = computed(() => {
    const { judged = [] } = choice.value ?? {}
    const chosen = tanks.value.flatMap((t) => t.products.map((p) => p.product.id))
    const isChosen = (j: JudgedProduct) => chosen.includes(j.product.id)
    const controls = (j: JudgedProduct) => [...j.marks.values()].filter((m) => m.mark === 'controls').length
    return judged
      .filter((j) => isChosen(j) || (j.product.source !== 'sample' && isForWeeds(j)))
      .toSorted(
        (a, b) =>
          Number(isChosen(b)) - Number(isChosen(a)) ||
          Number(!b.refusals.length) - Number(!a.refusals.length) ||
          controls(b) - controls(a),
      )
  })
  const sentence = computed<Sentence>(() => {
    const found = choice.value
    const params = { where: where.value }
    if (!found) return { code: 'shelf.answer.waiting', params }
    if (!question.weeds.value.length) return { code: 'shelf.answer.nothingFound', params }
    const named = (tank: NonNullable<Choice['tank']>) => ({
      labels: list(tank.products.map((p) => p.product.rules.name)),
      products: tank.products.length,
      actives: tank.actives.length,
      weeds: plants([...tank.by.keys()]),
      count: tank.by.size,
      buy:
        list(tank.products.filter((p) => p.product.source !== 'owned').map((p) => p.product.rules.name)) ||
        'none',
    })
    const left = found.uncovered.length ? plants(found.uncovered.map((u) => u.plant)) : 'none'
    const [again] = found.uncovered.flatMap((u) => u.again ?? [])
    const dated: Record<string, string> = again
      ? { again: again.product.product.rules.name, day: again.day }
      : { again: 'none' }
    if (!found.needs.length) {
      const acts = found.gentler.map(({ plant, act }) =>
        say('shelf.gentler', { plant, act: say(`act.${act.act}`).toLowerCase() }),
      )
      return { code: 'shelf.answer.noSpray', params: { ...params, acts: list(acts) } }
    }
    if (found.tank)
      return { code: 'shelf.answer.tank', params: { ...params, ...named(found.tank), left, ...dated } }
    if (found.later)
      return {
        code: 'shelf.answer.later',
        params: { ...params, ...named(found.later.tank), day: found.later.day },
      }
    if (!account.state.labels.length && !question.asksKinds.value)
      return { code: 'shelf.answer.noLabels', params }
    return { code: 'shelf.answer.none', params: { ...params, left, ...dated } }
  })
  const activeOf = computed(() => createActiveFinder(shelf.almanac.actives))
  const expectationOf = (j: JudgedProduct) => {
    const [use] = j.uses.values()
    const on =
      choice.value?.later && !choice.value.tank ? choice.value.later.day : question.request.value!.day
    return computeExpectation(j.product.rules, use, { day: on, activeOf: activeOf.value, made: j.passesMade })
  }
  /** The labels of a tank, with an additive of the shelf for each that needs one, as the bench takes them along. */
  const benchOf = (tank: Pick<Tank, 'products'>) => {
    const ids = tank.products.filter((p) => p.product.source !== 'sample').map((p) => p.product.id)
    const additives = tank.products.flatMap(({ product: { rules } }) => {
      if (rules.adjuvant?.rule !== 'needs') return []
      const { classes } = rules.adjuvant
      const found = account.state.labels.find(
        (l) =>
          l.rules.additive &&
          l.rules.additive.class !== 'dye' &&
          (!classes.length || classes.includes(l.rules.additive.class)),
      )
      return found ? [found.id] : []
    })
    return handOver({
      labelIds: [...new Set([...ids, ...additives])],
      zoneIds: question.treated.value.map((z) => z.id),
    })
  }
  return { ...question, benchOf, choice, tanks, columns, sentence, where, list, plants, expectationOf }
}
export type ShelfChoice = ReturnType<typeof useChoice>
