import { useWords } from './session.ts'

/** Choices from codes, named by the catalogue under a prefix. */
export function useOptions() {
  const { say } = useWords()
  return <T extends string>(values: readonly T[], prefix: string): { value: T; label: string }[] =>
    values.map((value) => ({ value, label: say(`${prefix}.${value}`) }))
}
