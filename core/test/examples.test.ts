import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { expect, test } from 'vitest'

const folder = join(import.meta.dirname, '../src')
const sources = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.ts'))
const examples = sources.flatMap((name) => {
  const text = readFileSync(join(folder, name), 'utf8')
  return [...text.matchAll(/@example (.+)\n \* \/\/ → (.+)/g)].map(([, asked, answer]) => ({
    name: join(folder, name),
    asked: asked!,
    answer: answer!,
  }))
})

/** Nearly the same numbers, and all else as it stands. */
const nearly = (value: unknown): unknown =>
  typeof value === 'number'
    ? expect.closeTo(value, 9)
    : Array.isArray(value)
      ? value.map(nearly)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, nearly(inner)]))
        : value

test('there are examples in the core, and each says one thing on one line', () =>
  expect(examples.length).toBeGreaterThanOrEqual(9))

test.each(examples.map((e) => [relative(folder, e.name), e.asked, e] as const))(
  '%s: %s',
  async (_, __, { name, asked, answer }) => {
    const module = (await import(name)) as Record<string, unknown>
    const names = Object.keys(module)
    const run = (expression: string): unknown =>
      new Function(...names, `return (${expression})`)(...names.map((n) => module[n]))
    expect(run(asked)).toEqual(nearly(run(answer)))
  },
)
