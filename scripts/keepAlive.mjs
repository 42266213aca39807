// Starts again what falls over by itself: at once, then each time later; and says so.

const firstMs = 500
const mostMs = 60_000
const quietMs = 3_600_000

/**
 * @param name as it is said at the terminal
 * @param launch begins it; rejects where it cannot be begun
 * @param onExit is handed a function to call whenever it has ended by itself
 * @param clock, later, say: passed in, for the tests
 * @returns stop, after which nothing is begun again
 */
export function keepAlive({
  name,
  launch,
  onExit,
  now = Date.now,
  later = (work, ms) => setTimeout(work, ms),
  say = console.error,
}) {
  let stopped = false
  let failures = 0
  let lastAt = -Infinity
  const begin = async () => {
    if (stopped) return
    try {
      await launch()
      say(`${name} runs again.`)
    } catch (error) {
      say(`${name} could not be started: ${error.message}`)
      schedule()
    }
  }
  const schedule = () => {
    if (stopped) return
    // An hour without a fall, and what was before is forgotten.
    if (now() - lastAt > quietMs) failures = 0
    lastAt = now()
    const wait = failures ? Math.min(mostMs, firstMs * 2 ** failures) : 0
    failures++
    say(
      `${name} stopped by itself; starting it again${wait ? ` in ${Math.ceil(wait / 1000)} s` : ''}. What was saved is saved.`,
    )
    later(() => void begin(), wait)
  }
  onExit(schedule)
  return { stop: () => (stopped = true) }
}
