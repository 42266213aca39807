import { useWords } from '../kit/session.ts'
import { useHeld } from './held.ts'

/** What a button says that saves into the open yard: with several yards it names the yard, so that nobody saves to another. */
export function useSaveWords() {
  const held = useHeld()
  const { say } = useWords()
  const several = () => (held.opening?.yardCount ?? 0) > 1 && held.yard
  return {
    /** "Save", or "Save to Oak Lane". */
    save: (): string => (several() ? say('frame.saveTo', { yard: held.yard!.yard.name }) : say('frame.save')),
    /** What a button says otherwise, with the yard behind it. */
    named: (label: string): string =>
      several() ? say('frame.forYard', { label, yard: held.yard!.yard.name }) : label,
  }
}
