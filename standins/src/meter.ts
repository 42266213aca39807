import { createServer, type Server, type Socket } from 'node:net'

const everyMs = 200
const everyS = everyMs / 1000

/** The stand-in wind meter: the line protocol of docs/meter.md over TCP, an invented soft breeze from the south-west. Not yet listening. */
export function createMeter(random: () => number): Server {
  return createServer((socket: Socket) => {
    let atS = 0
    let mph = 3.5
    let from = 225
    const say = (line: string) => socket.write(`${line}\n`)
    say('JARDINERO-METER 1 stand-in, invented')
    const ticking = setInterval(() => {
      atS += everyS
      mph = Math.min(6, Math.max(1.5, mph + (random() - 0.5) * 0.8))
      from = (from + (random() - 0.5) * 20 + 360) % 360
      say(`V ${atS.toFixed(2)} ${mph.toFixed(1)} mph ${from.toFixed(0)}`)
    }, everyMs)
    const stop = () => clearInterval(ticking)
    socket.once('close', stop)
    socket.on('error', stop)
  })
}
