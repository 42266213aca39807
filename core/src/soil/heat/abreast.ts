import { carryOver } from './conduct.ts'
import { trBdf2, type GroundMaterial, type GroundState } from './conduction.ts'

import { createGrid, depthWeights } from './grid.ts'
import { numbers } from './numbers.ts'
import { lanes, type Grounds } from './grounds.ts'
import type { SavedGround } from './placeGround.ts'
import { startProgram, type KernelProgram } from './program.ts'
import { createWaters, type PlaceGround } from './waters.ts'

const hours = 24
const hour = 3600

/** One lane's figures in the program's memory: rows of eight, one to a cell. */
function createLane(program: KernelProgram, memory: Float32Array, lane: number) {
  const grid = createGrid()
  const cells = grid.thicknessM.length
  const at = (address: number) => address / 4 + lane
  const [up, down] = [at(program.addressUp()), at(program.addressDown())]
  const [ratio, latent] = [at(program.addressFrozenRatio()), at(program.addressLatent())]
  const state: GroundState = {
    heat: numbers(cells),
    temperatureC: numbers(cells),
    isThawed: true,
    throughSurface: 0,
  }
  const a = hour * trBdf2.d
  let made: GroundMaterial | undefined
  let perTop = 0

  function read(): GroundState {
    const [t, h] = [at(program.addressTemperature()), at(program.addressHeat())]
    const blockThawed = Boolean(program.isThawed())
    state.isThawed = true
    for (let i = 0; i < cells; i++) {
      const c = memory[t + i * lanes]!
      const heat = blockThawed ? c : memory[h + i * lanes]!
      state.temperatureC[i] = c
      state.heat[i] = heat * made!.capacity[i]!
      if (heat < 0) state.isThawed = false
    }
    return state
  }
  function write({
    temperatureC,
    heat,
    isThawed,
  }: Pick<SavedGround, 'temperatureC' | 'heat' | 'isThawed'>): void {
    const [t, h] = [at(program.addressTemperature()), at(program.addressHeat())]
    for (let i = 0; i < cells; i++) {
      memory[t + i * lanes] = temperatureC[i]!
      memory[h + i * lanes] = isThawed ? temperatureC[i]! : heat[i]! / made!.capacity[i]!
    }
  }
  function setMaterial(material: GroundMaterial): void {
    made = material
    const { capacity, frozenCapacity, conductivity } = material
    const { thicknessM } = grid
    let above = 0
    for (let i = 0; i < cells; i++) {
      const per = a / (capacity[i]! * thicknessM[i]!)
      const link =
        i < cells - 1
          ? 1 / (thicknessM[i]! / (2 * conductivity[i]!) + thicknessM[i + 1]! / (2 * conductivity[i + 1]!))
          : 0
      memory[up + i * lanes] = per * above
      memory[down + i * lanes] = per * link
      memory[ratio + i * lanes] = frozenCapacity[i]! / capacity[i]!
      memory[latent + i * lanes] = material.latent[i]! / capacity[i]!
      if (!i) perTop = per
      above = link
    }
  }
  return {
    read,
    write,
    setMaterial,
    /** Other material from now on, the heat and the ice kept. */
    remake: (material: GroundMaterial) => {
      // Thawed ground keeps its temperature, and that is all there is to it.
      if (!program.isThawed()) {
        const ground = read()
        carryOver(ground, made!, material)
        setMaterial(material)
        write(ground)
      } else setMaterial(material)
    },
    setTransfer: (conductance: number) => {
      memory[up] = perTop / (1 / conductance + grid.gapM[0]! / made!.conductivity[0]!)
    },
  }
}

/**
 * As `createGrounds`; see there. @param depthsM the depths asked, m; the daily mean is of the first
 * @returns nothing where this machine has no WebAssembly with SIMD
 */
export function createGroundsAbreast(
  places: PlaceGround[],
  start: SavedGround[],
  depthsM: readonly number[],
): Grounds | undefined {
  const program = startProgram()
  if (!program) return undefined
  const memory = new Float32Array(program.memory.buffer)
  const grid = createGrid()
  const cells = grid.thicknessM.length
  const depths = depthsM.map((z) => depthWeights(grid, z))
  const { first, weights } = depths[0]!
  const deepest = Math.max(...depths.map((d) => d.first + d.weights.length))
  const [sums, hourlyAt, drives] = [
    program.addressSums() / 4,
    program.addressHourly() / 4,
    program.addressDrives() / 4,
  ]
  const grounds = places.map((place, i) => {
    const from = start[i]!
    const waters = createWaters(place, grid)
    waters.load(from)
    const lane = createLane(program, memory, i)
    lane.setMaterial(waters.material())
    lane.write(from)
    return { lane, waters, lastDriveC: from.lastDriveC }
  })
  program.begin(start.every((s) => s.isThawed))
  const driveC = numbers(hours)
  const means = new Float64Array(places.length)
  /** A depth's temperature from the cells about it, whose rows begin at `from`. */
  const meet = (from: number, w: number[], lane: number) =>
    w[0]! * memory[from + lane]! +
    w[1]! * memory[from + lanes + lane]! +
    w[2]! * memory[from + 2 * lanes + lane]! +
    w[3]! * memory[from + 3 * lanes + lane]!

  return {
    passDay: (days, { profile = false, hours: wantsHours = false } = {}) => {
      grounds.forEach((ground, lane) => {
        const { conductance, material } = ground.waters.beginDay(days[lane]!, driveC)
        if (material) ground.lane.remake(material)
        ground.lane.setTransfer(conductance)
        memory[drives + lane] = ground.lastDriveC ?? driveC[0]!
        for (let h = 0; h < hours; h++) memory[drives + (h + 1) * lanes + lane] = driveC[h]!
        ground.lastDriveC = driveC[hours - 1]!
      })
      if (profile) program.passDay(0, deepest, wantsHours)
      else program.passDay(first, first + weights.length, wantsHours)
      grounds.forEach(({ waters }, lane) => {
        const mean = meet(sums + first * lanes, weights, lane) / hours
        means[lane] = mean
        waters.endDay(days[lane]!, mean)
      })
      return means
    },
    profile: (lane, into, at) => {
      depths.forEach((d, k) => (into[at + k] = meet(sums + d.first * lanes, d.weights, lane) / hours))
    },
    hourly: (lane, into, at, stride) => {
      depths.forEach((d, k) => {
        for (let h = 0; h < hours; h++)
          into[at + k * stride + h] = meet(hourlyAt + (h * cells + d.first) * lanes, d.weights, lane)
      })
    },
    water: (lane) => grounds[lane]!.waters.water(),
    save: (lane) => {
      const { lane: of, waters, lastDriveC } = grounds[lane]!
      const { temperatureC, heat, isThawed } = of.read()
      return { ...waters.save(), temperatureC: [...temperatureC], heat: [...heat], isThawed, lastDriveC }
    },
  }
}
