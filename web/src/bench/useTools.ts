import { computed } from 'vue'
import type { Quantity, Unit } from '@jardinero/core/quantity'
import { byHand, usualTools, type MeasuredDose, type OwnedTool, type Stock } from '@jardinero/core/bench'
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
  const amountSays = (dose: MeasuredDose): string => {
    const amount = byHand(dose)
      .map((p) => quantity(p.amount.value, p.amount.unit, true))
      .join(' + ')
    return dose.stock ? say('bench.stockShare', { amount }) : amount
  }
  const partsSay = (dose: MeasuredDose): string =>
    byHand(dose)
      .map(({ tool, amount }) =>
        say('bench.partWith', { amount: quantity(amount.value, amount.unit, true), tool: toolName(tool) }),
      )
      .join(' + ')
  /** How a stock is made, of which each load takes a share. */
  const stockSays = ({ weigh, water, left }: Stock, label: string): string =>
    say('bench.stock', {
      label,
      weigh: asIs(weigh),
      water: asIs(water),
      left: { value: left, unit: 'ratio' },
      isLeft: left > 0.005,
    })
  const asIs = ({ value, unit }: Quantity<Unit>) => quantity(value, unit, true)
  return { own, tools, toolOf, toolName, amountSays, partsSay, stockSays }
}
