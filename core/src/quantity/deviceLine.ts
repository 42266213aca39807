/** What a line of a device says: its name once, a reading, a fault in words for the person; anything else is passed over. */
export type DeviceLine<Sample> =
  | { kind: 'hello'; name: string }
  | { kind: 'sample'; sample: Sample }
  | { kind: 'fault'; text: string }
  | { kind: 'other' }

/** The longest line that is looked at; anything longer is noise. */
const longestLine = 200

/**
 * One line of a device: `JARDINERO-<device> 1 <name>` once, `E <what is wrong>`, or a reading.
 * @param device in capitals @param sampleOf nothing where the line is no reading
 */
export function parseDeviceLine<Sample>(
  line: string,
  device: string,
  sampleOf: (text: string) => Sample | undefined,
): DeviceLine<Sample> {
  const text = line.slice(0, longestLine).trim()
  const greeting = `JARDINERO-${device} 1 `
  if (text.startsWith(greeting)) return { kind: 'hello', name: text.slice(greeting.length).trim() }
  const fault = /^E (\S.*)$/.exec(text)
  if (fault) return { kind: 'fault', text: fault[1]! }
  const sample = sampleOf(text)
  return sample === undefined ? { kind: 'other' } : { kind: 'sample', sample }
}
