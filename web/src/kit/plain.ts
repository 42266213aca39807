/** A copy of its own: what the stores hold is watched, and cannot cross to a worker or onto the device's disk. */
export const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
