import type { DataSource } from 'typeorm'
import { yardParams } from '@jardinero/contract/state'
import type { Yard } from '@jardinero/contract/yard'
import type { App } from '../platform/app.ts'
import { openEventStream, type EventStream } from '../platform/eventStream.ts'
import { ProblemError } from '../platform/problem.ts'
import { listenForAnswers } from '../platform/wake.ts'

/** So many pages of one person listen at a time; the next is told to come later, and looks for itself until then. */
const mostOfPerson = 12

/** Tells open pages that their yard has another answer: a reading on the phone moves the date on the desk. */
export function answerChangeRoutes(app: App, database: DataSource): void {
  const open = new Map<string, Set<EventStream>>()
  const ofPerson = new Map<string, number>()
  let stop: (() => Promise<void>) | undefined
  app.addHook('onReady', (done) => {
    stop = listenForAnswers(database, (yardId, restsOn) =>
      open.get(yardId)?.forEach((stream) => stream.send(restsOn)),
    )
    done()
  })
  app.addHook('preClose', (done) => {
    for (const streams of open.values()) streams.forEach((stream) => stream.end())
    done()
  })
  app.addHook('onClose', async () => stop?.())

  app.get(
    '/api/yard/yards/:id/changes',
    {
      schema: {
        tags: ['state'],
        summary:
          'Server-sent events: one whenever the yard has another answer, with the word of what that rests on',
        params: yardParams,
      },
    },
    async (request, reply) => {
      const { id } = request.params
      await app.scoped(request, (scope) => scope.get<Yard>('yard', id))
      const person = request.person!.id
      const many = ofPerson.get(person) ?? 0
      if (many >= mostOfPerson) throw new ProblemError('busy', [], { retryAfter: 60 })
      ofPerson.set(person, many + 1)
      const stream = openEventStream(request, reply)
      const streams = open.get(id) ?? new Set()
      open.set(id, streams.add(stream))
      stream.onEnd(() => {
        streams.delete(stream)
        if (!streams.size) open.delete(id)
        const left = (ofPerson.get(person) ?? 1) - 1
        if (left) ofPerson.set(person, left)
        else ofPerson.delete(person)
      })
    },
  )
}
