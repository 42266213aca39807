import type { GroundPast, MemberRuns } from './simulate.ts'

/** What was simulated once, in parts that can be kept and handed on: the seasons of a station, and each ground under them. */
export interface KeptRuns {
  /** Members, and what they share: their weather. */
  seasons: Uint8Array
  /** As many as were simulated, in their order. */
  grounds: Uint8Array[]
}

type Arrays = Record<string, Float32Array>

/** One piece: what it is of, as JSON, then its figures as they lie in memory (32-bit floats, little-endian). */
function pack(facts: object, arrays: Arrays): Uint8Array {
  const lengths = Object.entries(arrays).map(([name, a]) => [name, a.length] as const)
  // Plain letters only: one byte each.
  const head = Uint8Array.from(JSON.stringify({ facts, lengths }), (letter) => letter.charCodeAt(0))
  const padded = Math.ceil(head.length / 4) * 4
  const total = lengths.reduce((sum, [, n]) => sum + n, 0)
  const packed = new Uint8Array(4 + padded + 4 * total)
  new DataView(packed.buffer).setUint32(0, head.length, true)
  packed.set(head, 4)
  const floats = new Float32Array(packed.buffer, 4 + padded)
  let at = 0
  for (const array of Object.values(arrays)) {
    floats.set(array, at)
    at += array.length
  }
  return packed
}

/** @throws RangeError where a piece is not whole */
function unpack<F>(packed: Uint8Array): { facts: F; arrays: Arrays } {
  // What comes from elsewhere need not begin where a float may: then a copy of its own.
  const own = packed.byteOffset % 4 ? new Uint8Array(packed) : packed
  const headLength = new DataView(own.buffer, own.byteOffset).getUint32(0, true)
  const { facts, lengths } = JSON.parse(String.fromCharCode(...own.subarray(4, 4 + headLength))) as {
    facts: F
    lengths: [string, number][]
  }
  const from = 4 + Math.ceil(headLength / 4) * 4
  const total = lengths.reduce((sum, [, n]) => sum + n, 0)
  if (own.length !== from + 4 * total) throw new RangeError('a kept simulation that is not whole')
  const arrays: Arrays = {}
  let at = own.byteOffset + from
  for (const [name, length] of lengths) {
    arrays[name] = new Float32Array(own.buffer, at, length)
    at += 4 * length
  }
  return { facts, arrays }
}

interface Seasons {
  from: number
  count: number
  profileMembers: number
}

/** Runs in parts, ground by ground. */
export const splitRuns = (pasts: GroundPast[], runs: MemberRuns): KeptRuns => ({
  seasons: pack(
    { from: runs.from, count: runs.count, profileMembers: runs.profileMembers } satisfies Seasons,
    { minimumC: runs.minimumC, maximumC: runs.maximumC, rainMm: runs.rainMm },
  ),
  grounds: pasts.map((past, g) =>
    pack(
      {},
      {
        pastC: past.dailyC,
        pastWater: past.water,
        hourlyC: past.hourlyC,
        pastProfileC: past.profileC,
        dailyC: runs.dailyC[g]!,
        water: runs.water[g]!,
        profileC: runs.profileC[g]!,
      },
    ),
  ),
})

/** Parts put together again; grounds may come from different simulations of the same seasons. @throws RangeError where one is not whole */
export function joinKept({ seasons, grounds }: KeptRuns): { pasts: GroundPast[]; runs: MemberRuns } {
  const { facts, arrays: weather } = unpack<Seasons>(seasons)
  const each = grounds.map((g) => unpack(g).arrays)
  return {
    pasts: each.map((a) => ({
      dailyC: a['pastC']!,
      water: a['pastWater']!,
      hourlyC: a['hourlyC']!,
      profileC: a['pastProfileC']!,
    })),
    runs: {
      ...facts,
      dailyC: each.map((a) => a['dailyC']!),
      water: each.map((a) => a['water']!),
      profileC: each.map((a) => a['profileC']!),
      minimumC: weather['minimumC']!,
      maximumC: weather['maximumC']!,
      rainMm: weather['rainMm']!,
    },
  }
}

/** All pieces as one, to be sent: the length of each (32 bits, little-endian) and the piece. */
export function joinPieces({ seasons, grounds }: KeptRuns): Uint8Array {
  const pieces = [seasons, ...grounds]
  const joined = new Uint8Array(pieces.reduce((sum, p) => sum + 4 + p.length, 0))
  const view = new DataView(joined.buffer)
  let at = 0
  for (const piece of pieces) {
    view.setUint32(at, piece.length, true)
    joined.set(piece, at + 4)
    at += 4 + piece.length
  }
  return joined
}

/** Pieces that were sent as one, each in memory of its own. @throws RangeError where it is not whole */
export function splitPieces(joined: Uint8Array): KeptRuns {
  const view = new DataView(joined.buffer, joined.byteOffset, joined.byteLength)
  const pieces: Uint8Array[] = []
  for (let at = 0; at < joined.length; at += 4 + pieces.at(-1)!.length) {
    const length = at + 4 <= joined.length ? view.getUint32(at, true) : Infinity
    if (at + 4 + length > joined.length) throw new RangeError('a kept simulation that is not whole')
    pieces.push(joined.slice(at + 4, at + 4 + length))
  }
  const [seasons, ...grounds] = pieces
  if (!seasons) throw new RangeError('a kept simulation that is not whole')
  return { seasons, grounds }
}
