/** Every kind of answer that is held, by whose it is: a person's are forgotten when they leave. */
export const keys = {
  ofPerson: (person: string) => ['person', person] as const,
  opening: (person: string) => ['person', person, 'opening'] as const,
  equipment: (person: string) => ['person', person, 'equipment'] as const,
  shelf: (person: string) => ['person', person, 'shelf'] as const,
  taken: (person: string) => ['person', person, 'taken'] as const,
  tanks: (person: string) => ['person', person, 'tanks'] as const,
  names: (person: string, search: string) => ['person', person, 'names', search] as const,
  lawns: (person: string, asked: string) => ['person', person, 'lawns', asked] as const,
  lawnWords: (person: string) => ['person', person, 'lawnWords'] as const,
  views: (person: string) => ['person', person, 'views'] as const,
  yard: (person: string, yard: string) => ['person', person, 'yard', yard] as const,
  yardState: (person: string, yard: string) => ['person', person, 'yard', yard, 'state'] as const,
  answer: (person: string, yard: string) => ['person', person, 'yard', yard, 'answer'] as const,
  year: (person: string, yard: string, year: number) =>
    ['person', person, 'yard', yard, 'year', year] as const,
  /** Reference data: everyone's, and the same until the application is another. */
  reference: (name: string) => ['reference', name] as const,
}
