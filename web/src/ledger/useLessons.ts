import { computed } from 'vue'
import { judgeRating } from '@jardinero/core/ledger'
import { useAccount, useYard } from '../state/index.ts'

/** What the ratings of the open yard say for the next plan: each cause a person settled, newest first, and what failed unexplained. */
export function useLessons() {
  const account = useAccount()
  const { records } = useYard()
  return computed(() =>
    account.state.ratings
      .toSorted((a, b) => (a.day < b.day ? 1 : -1))
      .flatMap((rating) => {
        const record = records.value.find((r) => r.id === rating.recordId)
        const judged = judgeRating(rating)
        if (!record || !judged.ok || judged.value.verdict === 'worked') return []
        return [
          {
            id: rating.id,
            why: rating.why,
            verdict: judged.value.verdict,
            plant: rating.plant,
            zone: record.zoneName,
            label: record.rules.name,
            day: rating.day,
            group: record.rules.actives[0]?.group ?? '',
          },
        ]
      })
      .slice(0, 4),
  )
}
