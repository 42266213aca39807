import { createServer, type Server, type Socket } from 'node:net'
import { createInterface } from 'node:readline'
import { almanac } from '@jardinero/almanac'
import { drawNormal } from '@jardinero/core/quantity'
import { weatherYears } from './weatherYears.ts'

/** Probe seconds between two lines, and how many real milliseconds they take: its clock runs ten times as fast. */
const everyS = 2
const everyMs = 200
/** Time in which the needle covers 63 of 100 parts of what is left, s. */
const settlingS = 14
const pocketC = 21
/** Days of air that soil at 2 in has in its memory. */
const memoryDays = 8

/** Invented soil on a day: what the air of the station nearest in latitude was of late, a little warmer. */
function soilOn(day: string, latitude: number): number {
  const distance = (c: { latitude: number }) => Math.abs(c.latitude - latitude)
  const { code } = almanac.climates.toSorted((a, b) => distance(a) - distance(b))[0]!
  const recent = weatherYears(code)
    .filter((d) => d.day <= day)
    .slice(-memoryDays)
  const mean = recent.reduce((sum, d) => sum + (d.minimumC + d.maximumC) / 2, 0) / Math.max(1, recent.length)
  return Number.isFinite(mean) ? mean + 1.2 : 10
}

/**
 * The stand-in soil probe: speaks the line protocol of docs/probe.md over TCP. Pushed in when somebody listens, it nears the
 * ground's temperature as e⁻ᵗ. `DAY <yyyy-mm-dd> <latitude>` tells it which invented ground it stands in. Not yet listening.
 */
export function createProbe(random: () => number): Server {
  return createServer((socket: Socket) => {
    let groundC = 10 + drawNormal(random)
    let atS = 0
    const say = (line: string) => socket.write(`${line}\n`)
    say('JARDINERO-PROBE 1 stand-in, invented')
    createInterface({ input: socket }).on('line', (line) => {
      const day = /^DAY (\d{4}-\d{2}-\d{2}) (-?\d+(?:\.\d+)?)$/.exec(line)
      if (day) groundC = soilOn(day[1]!, Number(day[2])) + 0.4 * drawNormal(random)
    })
    const ticking = setInterval(() => {
      atS += everyS
      const t = groundC + (pocketC - groundC) * Math.exp(-atS / settlingS) + 0.015 * drawNormal(random)
      say(`T ${atS.toFixed(1)} ${t.toFixed(2)} C`)
    }, everyMs)
    const stop = () => clearInterval(ticking)
    socket.once('close', stop)
    socket.on('error', stop)
  })
}
