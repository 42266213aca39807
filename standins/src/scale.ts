import { createServer, type Server, type Socket } from 'node:net'
import { createInterface } from 'node:readline'

const everyMs = 150
const everyS = everyMs / 1000
const emptyJugG = 58
/** Seconds a hand needs to pour what it aims at. */
const pouringS = 4
const stepG = 0.1

/**
 * The stand-in kitchen scale: speaks the line protocol of docs/scale.md over TCP, one pan for all who listen. A jug is put on
 * when `AIM <grams>` is said, and after `TARE` an invented hand pours that much into it. Not yet listening.
 */
export function createScale(random: () => number): Server {
  let aimG: number | undefined
  let poured: number | undefined
  let tareG = 0
  const jug = () => (aimG === undefined ? 0 : emptyJugG)
  function command(line: string): void {
    const aim = /^AIM (\d+(?:\.\d+)?)$/.exec(line)
    if (aim) {
      aimG = Number(aim[1])
      poured = undefined
      tareG = 0
    } else if (line === 'TARE') {
      tareG = jug() + (poured ?? 0)
      poured ??= 0
    }
  }
  return createServer((socket: Socket) => {
    let atS = 0
    const say = (line: string) => socket.write(`${line}\n`)
    say('JARDINERO-SCALE 1 stand-in, invented')
    createInterface({ input: socket }).on('line', command)
    const ticking = setInterval(() => {
      atS += everyS
      const pouring = poured !== undefined && poured < (aimG ?? 0)
      if (pouring) poured = Math.min(aimG!, poured! + (aimG! * everyS * (0.7 + 0.6 * random())) / pouringS)
      const shown = Math.round((jug() + (poured ?? 0) - tareG) / stepG) * stepG
      say(`W ${atS.toFixed(2)} ${shown.toFixed(1)} g ${pouring ? 'U' : 'S'}`)
    }, everyMs)
    const stop = () => clearInterval(ticking)
    socket.once('close', stop)
    socket.on('error', stop)
  })
}
