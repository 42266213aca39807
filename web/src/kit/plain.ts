/** A copy of its own: what the stores hold is watched, and cannot cross to a worker or onto the device's disk. A file is one already. */
export const plain = <T>(value: T): T =>
  value instanceof Blob ? value : (JSON.parse(JSON.stringify(value)) as T)
