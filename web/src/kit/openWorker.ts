import { releaseProxy, wrap, type Remote } from 'comlink'

/** A worker that is called like an object; ended, whoever waits for an answer gets none. */
export interface OpenWorker<T> {
  /** @returns nothing where it was ended before it answered @throws whatever the work throws */
  call: <A>(work: (remote: Remote<T>) => Promise<A>) => Promise<A | undefined>
  end: () => void
}

/** @param broke told where its script does not load, or breaks outside a call */
export function openWorker<T>(worker: Worker, broke: (reason: string) => void): OpenWorker<T> {
  const remote = wrap<T>(worker)
  let over: () => void
  let isOver = false
  const ended = new Promise<undefined>((resolve) => (over = () => resolve(undefined)))
  worker.onerror = (event) => {
    if (!isOver) broke(event.message)
  }
  return {
    call: (work) => Promise.race([work(remote), ended]),
    end() {
      if (isOver) return
      isOver = true
      over()
      remote[releaseProxy]()
      worker.terminate()
    },
  }
}
