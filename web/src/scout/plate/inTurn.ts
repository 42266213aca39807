/** Work that waits for its turn: one piece a frame, so that a page full of drawings never holds up a key press. */
const waiting = new Set<() => void>()
let running = false

function next(): void {
  const [work] = waiting
  if (!work) {
    running = false
    return
  }
  waiting.delete(work)
  work()
  requestAnimationFrame(next)
}

/** Puts work in the queue; answers with the way to take it out again. */
export function inTurn(work: () => void): () => void {
  waiting.add(work)
  if (!running) {
    running = true
    requestAnimationFrame(next)
  }
  return () => void waiting.delete(work)
}
