import { computed } from 'vue'
import { useWords } from '../kit/session.ts'
import { standing, type Standing } from '../kit/working.ts'
import type { UsedKeying } from './useKeying.ts'

/** The sentence of the key: what it is, or which two it could be and what to look at. */
export function useKeyAnswer(keying: UsedKeying) {
  const { say, quantity } = useWords()
  const { state, begun } = keying
  const { result, question, shareOf } = keying.found
  return computed(() => {
    if (!begun.value)
      return { code: state.value.ask === 'turf' ? 'scout.key.beginTurf' : 'scout.key.begin', params: {} }
    const [first, second] = result.value.candidates
    /** Whole percents; never 100, which no key can say. */
    const share = (code: string): Standing => {
      const figure = shareOf(code)
      const shown = Math.min(0.99, figure.value)
      return standing(quantity(Math.round(shown * 100) / 100, 'ratio'), figure)
    }
    const name = (code: string) => say(`plant.${code}`)
    const alone = { plant: name(first!.code), share: share(first!.code) }
    const both = {
      first: name(first!.code),
      firstShare: share(first!.code),
      second: name(second!.code),
      secondShare: share(second!.code),
    }
    const { verdict, headWouldTell } = result.value
    if (verdict === 'decided') return { code: 'scout.key.decided', params: alone }
    if (verdict === 'cannotTell') {
      if (first!.share > 0.7) return { code: 'scout.key.probably', params: alone }
      return { code: headWouldTell ? 'scout.key.needsHead' : 'scout.key.cannotTell', params: both }
    }
    const trait = question.value ? say(`trait.${question.value.code}`).toLowerCase() : ''
    if (first!.share + second!.share > 0.6 && second!.share > 0.08)
      return { code: 'scout.key.two', params: { ...both, trait } }
    return { code: 'scout.key.leading', params: { ...alone, trait } }
  })
}
