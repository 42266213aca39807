import {
  QueryClient,
  type QueryFunction,
  type QueryFunctionContext,
  type QueryKey,
} from '@tanstack/vue-query'
import { ApiProblem, trySend, untilBack } from '../kit/api.ts'
import { answersOnDevice } from '../kit/pocket.ts'

const dayMs = 86_400_000
/** An answer so old is asked for again when it is looked at. */
const staleMs = 60_000
/** An answer on the device so old is none. */
const oldestMs = 30 * dayMs

/** Nobody answers: what lies on the device stands in. */
class Away extends Error {}

/** Asks once. @throws ApiProblem where the server has a reason, Away where nobody answers */
export async function ask<T>(url: string): Promise<T> {
  const tried = await trySend<T>('GET', url)
  if (tried.kind === 'problem') throw new ApiProblem(tried.problem)
  if (tried.kind === 'away') throw new Away()
  return tried.data
}

interface Kept {
  data: unknown
  at: number
}
const nameOf = (queryKey: QueryKey): string => queryKey.join(' ')
const isPersonal = (queryKey: QueryKey): boolean => queryKey[0] === 'person'

async function remember(queryKey: QueryKey): Promise<unknown> {
  if (!isPersonal(queryKey)) return undefined
  const kept = (await answersOnDevice.read(nameOf(queryKey))) as Kept | undefined
  return kept && Date.now() - kept.at < oldestMs ? kept.data : undefined
}

/** Holds the server's answers. */
export interface AnswerClient {
  client: QueryClient
  /** Keeps an answer on the device as it is held now. */
  keep: (queryKey: QueryKey) => void
}

/**
 * What holds the server's answers. The server is always asked; each personal answer lies on the device as well, and stands in
 * while nobody answers: it is asked for again once somebody does. Without one, who asks waits.
 */
export function createClient(): AnswerClient {
  const keep = (queryKey: QueryKey, data: unknown = client.getQueryData(queryKey)): void => {
    if (isPersonal(queryKey) && data !== undefined)
      void answersOnDevice.write(nameOf(queryKey), { data, at: Date.now() } satisfies Kept)
  }
  const askOrRemember = async <T, K extends QueryKey>(
    queryFn: QueryFunction<T, K>,
    context: QueryFunctionContext<K>,
  ): Promise<T> => {
    const { queryKey } = context
    for (;;)
      try {
        const data = await queryFn(context)
        keep(queryKey, data)
        return data
      } catch (error) {
        if (!(error instanceof Away)) throw error
        const remembered = await remember(queryKey)
        const back = untilBack()
        if (remembered !== undefined) {
          void back.then(() => client.invalidateQueries({ queryKey, exact: true }))
          return remembered as T
        }
        await back
      }
  }
  const client: QueryClient = new QueryClient({
    defaultOptions: {
      queries: {
        staleTime: staleMs,
        gcTime: 30 * 60_000,
        networkMode: 'always',
        retry: false,
        // eslint-disable-next-line no-restricted-syntax -- of whatever query: the library's type is of one
        persister: askOrRemember as never,
      },
    },
  })
  return { client, keep: (queryKey) => keep(queryKey) }
}
