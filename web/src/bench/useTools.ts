import { computed } from 'vue'
import { usualTools, type MeasuredDose, type OwnedTool } from '@jardinero/core/bench'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** What a person measures with: their own tools, else the usual ones of a shed. */
export function useTools() {
  const account = useAccount()
  const { say, has, quantity } = useWords()
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
  /** What is measured, as a hand does it: with one tool, or so much with each of two. */
  const amountSays = ({ amount, parts }: Pick<MeasuredDose, 'amount' | 'parts'>): string =>
    (parts ?? [{ amount }]).map((p) => quantity(p.amount.value, p.amount.unit, true)).join(' + ')
  const partsSay = ({ parts = [] }: Pick<MeasuredDose, 'parts'>): string =>
    parts
      .map(({ tool, amount }) =>
        say('bench.partWith', { amount: quantity(amount.value, amount.unit, true), tool: toolName(tool) }),
      )
      .join(' + ')
  return { own, tools, toolOf, toolName, amountSays, partsSay }
}
