import { performance } from 'node:perf_hooks'
import { parentPort, workerData } from 'node:worker_threads'

import {
  arraysOf,
  createSimulation,
  groundOf,
  shareMembers,
  undated,
  type SimulationRequest,
} from '@jardinero/core/soil'
import { weatherYears } from '../standins/src/weatherYears.ts'
import { createConduction, createGround, setTransfer, stepGround } from '../core/src/soil/heat/conduct.ts'
import { trBdf2 } from '../core/src/soil/heat/conduction.ts'
import { createForcing, forceDays } from '../core/src/soil/heat/forcing.ts'
import { createGroundsAbreast } from '../core/src/soil/heat/abreast.ts'
import { lanes } from '../core/src/soil/heat/grounds.ts'
import { firstGround } from '../core/src/soil/heat/placeGround.ts'
import { createGrid } from '../core/src/soil/heat/grid.ts'
import { createMaterial, textureShapes } from '../core/src/soil/heat/material.ts'
import { createWater, passWaterDay } from '../core/src/soil/heat/moisture.ts'
import { computeDrives } from '../core/src/soil/heat/surface.ts'
import { createPlaceGround } from '../core/src/soil/ground.ts'
import { drawMember } from '../core/src/soil/simulate/future.ts'
import { seededRandom } from '@jardinero/core/quantity'

/** Runs in a thread, bundled as the application's worker is. */
export interface SoilWork {
  what: 'members' | 'parts' | 'solver' | 'abreast'
  station: string
  latitude: number
  from: number
  to: number
}

const daysAhead = 365
const requestOf = ({ station, latitude }: SoilWork): SimulationRequest => ({
  latitude,
  grounds: (['middle', 'edge', 'shade'] as const).map((kind) => groundOf(kind)),
  observed: weatherYears(station)
    .filter((d) => d.day <= '2026-02-28')
    .slice(-3650)
    .map(undated),
  forecast: [],
  daysAhead,
  seed: 1,
})
const timed = (work: () => void): number => {
  const started = performance.now()
  work()
  return performance.now() - started
}

/** Member-days of weather, of moisture and makeup, and of drives, each alone; ms for a member of all days and three grounds. */
function timeParts(work: SoilWork) {
  const { observed, latitude, grounds } = requestOf(work)
  const force = createForcing(latitude)
  const members = 40
  const weathers = Array.from({ length: members }, (_, m) =>
    drawMember([], observed, daysAhead, seededRandom(m + 1)),
  )
  const forced = weathers.map((w) => forceDays(force, w))
  const shape = textureShapes.loam
  const grid = createGrid()
  const drives: number[] = []
  const weather = timed(() => {
    for (let m = 0; m < members; m++)
      forceDays(force, drawMember([], observed, daysAhead, seededRandom(m + 1)))
  })
  const moisture = timed(() => {
    for (const days of forced)
      for (let g = 0; g < grounds.length; g++) {
        let bucket = createWater(shape)
        days.forEach((day, i) => {
          bucket = passWaterDay(shape, bucket, day)
          if (i % 10 === 0) createMaterial(grid, { texture: 'loam', water: bucket.water, thatchM: 0.01 })
        })
      }
  })
  const surface = timed(() => {
    for (const days of forced)
      for (const g of grounds) {
        const { traits } = createPlaceGround(g, latitude)
        for (const day of days) computeDrives(traits, day, 0.8, drives)
      }
  })
  return { weather: weather / members, moisture: moisture / members, surface: surface / members }
}

/** The loops of the solver alone, thawed; ns a node-step. */
function timeSolver(): number {
  const grid = createGrid()
  const material = createMaterial(grid, { texture: 'loam', water: 0.25, thatchM: 0.01 })
  const conduction = createConduction(grid, material, 3600)
  const state = createGround(new Float64Array(grid.depthM.length).fill(12.25), material)
  const days = 20_000
  const run = () => {
    for (let d = 0; d < days; d++) {
      setTransfer(conduction, 18.5 + (d % 5))
      for (let h = 0; h < 24; h++) {
        const [from, to] = [15 + (5 * (h % 12)) / 12, 15 + (5 * ((h + 1) % 12)) / 12]
        stepGround(conduction, state, from, from + trBdf2.gamma * (to - from), to)
      }
    }
  }
  run()
  const best = Math.min(...Array.from({ length: 4 }, () => timed(run)))
  return (best * 1e6) / (days * 24 * grid.depthM.length)
}

/** Eight grounds side by side in WebAssembly, their days’ weather as well; ns a node-step, warm and below freezing. */
function timeAbreast(): { thawed: number; freezing: number } {
  const place = createPlaceGround(groundOf('middle'), 38.1)
  const force = createForcing(38.1)
  const run = (meanC: number) => {
    const weather = Array.from({ length: 365 }, (_, i) => ({
      dayOfYear: i + 1,
      minimumC: meanC - 5 + 3 * Math.sin(i / 3),
      maximumC: meanC + 5 + 3 * Math.sin(i / 3),
      rainMm: 2,
    }))
    const days = forceDays(force, weather)
    const at = firstGround(place, weather)
    const grounds = createGroundsAbreast(Array(lanes).fill(place), Array(lanes).fill(at), [0.05])
    if (!grounds) throw new Error('no WebAssembly with SIMD here')
    const each = days.map((day) => Array<typeof day>(lanes).fill(day))
    return timed(() => each.forEach((eight) => grounds.passDay(eight)))
  }
  const best = (meanC: number) => Math.min(...Array.from({ length: 9 }, () => run(meanC)))
  const steps = 365 * 24 * 24 * lanes
  return { thawed: (best(18) * 1e6) / steps, freezing: (best(0) * 1e6) / steps }
}

const work = workerData as SoilWork | undefined
if (parentPort && work) {
  if (work.what === 'parts') parentPort.postMessage(timeParts(work))
  else if (work.what === 'solver') parentPort.postMessage(timeSolver())
  else if (work.what === 'abreast') parentPort.postMessage(timeAbreast())
  else {
    const simulation = createSimulation(requestOf(work))
    const past = timed(() => simulation.past())
    let bytes = 0
    const members = timed(() => {
      for (const share of shareMembers(work.from, work.to, 2)) {
        const runs = simulation.runMembers(...share)
        for (const a of arraysOf(runs)) bytes += a.byteLength
      }
    })
    parentPort.postMessage({ past, members, bytes, heap: process.memoryUsage().heapUsed })
  }
}
