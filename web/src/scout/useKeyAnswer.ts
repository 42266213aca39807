import { computed } from 'vue'
import { useWords } from '../kit/session.ts'
import type { UsedKeying } from './useKeying.ts'

/** The sentence of the key: what it is, or which two it could be and what to look at. */
export function useKeyAnswer(keying: UsedKeying) {
  const { say } = useWords()
  const { result, state, begun, shareOf } = keying
  return computed(() => {
    if (!begun.value)
      return { code: state.value.ask === 'turf' ? 'scout.key.beginTurf' : 'scout.key.begin', params: {} }
    const [first, second] = result.value.candidates
    const share = (code: string) => shareOf(code)
    const name = (code: string) => say(`plant.${code}`)
    const alone = { plant: name(first!.code), share: share(first!.code) }
    const both = {
      first: name(first!.code),
      firstShare: share(first!.code),
      second: name(second!.code),
      secondShare: share(second!.code),
    }
    const { verdict, questions, separators, headWouldTell } = result.value
    if (verdict === 'decided') return { code: 'scout.key.decided', params: alone }
    if (verdict === 'cannotTell') {
      if (first!.share > 0.7) return { code: 'scout.key.probably', params: alone }
      return { code: headWouldTell ? 'scout.key.needsHead' : 'scout.key.cannotTell', params: both }
    }
    const open = separators.find((s) => !s.answered && (!state.value.withoutHead || !s.needsHead))
    if (first!.share + second!.share > 0.6 && second!.share > 0.08 && open)
      return {
        code: 'scout.key.two',
        params: { ...both, trait: say(`trait.${open.character}`).toLowerCase() },
      }
    const ask = questions[0] ? say(`ask.${questions[0].character}`) : ''
    return { code: 'scout.key.leading', params: { ...alone, ask } }
  })
}
