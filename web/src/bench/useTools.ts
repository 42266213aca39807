import { computed } from 'vue'
import { usualTools, type OwnedTool } from '@jardinero/core/bench'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** What a person measures with: their own tools, else the usual ones of a shed. */
export function useTools() {
  const account = useAccount()
  const { say, has } = useWords()
  const own = computed(() =>
    account.state.tools.map(({ id, name, measure, kind, step, unit, holds }): OwnedTool => ({
      id,
      name,
      measure,
      kind,
      step,
      unit,
      ...(holds !== null && { holds }),
    })),
  )
  const tools = computed(() => [...own.value, ...usualTools])
  const toolOf = (id: string): OwnedTool | undefined => tools.value.find((t) => t.id === id)
  const toolName = (id: string): string => toolOf(id)?.name ?? (has(`tool.${id}`) ? say(`tool.${id}`) : id)
  return { own, tools, toolOf, toolName }
}
