import type { GroundMaterial } from './conduction.ts'
import type { DayForcing } from './forcing.ts'
import type { GroundGrid } from './grid.ts'
import { createMaterial, textureShapes, type Texture } from './material.ts'
import { createWater, passWaterDay, uptakeShare } from './moisture.ts'
import { passSnowDay, snowBlanket, type Snow } from './snow.ts'
import { computeDrives, type SurfaceTraits } from './surface.ts'

/** A place of a yard as the heat model sees it. */
export interface PlaceGround {
  latitude: number
  texture: Texture
  thatchM: number
  traits: SurfaceTraits
  /** Share of the water above field capacity that drains in a day. */
  drainedShare: number
}

/** What of a ground is not its heat: its water, its snow, and the makeup that follows from them. */
export interface SavedWaters {
  water: number
  /** The water its makeup is of, and how many days ago that was. */
  makeup: { water: number; days: number }
  snow: Snow
}

/** The ground's makeup follows its water this often, days: the matrix is made anew then. */
const makeupDays = 10

/** A place's water and snow, day after day, and what they make of its ground and its surface. */
export interface Waters {
  /**
   * A day begins. @param intoC takes the drive's 24 temperatures, °C
   * @returns conductance between them and the ground, W m⁻² K⁻¹; and what the ground is made of from now on, where that changes
   */
  beginDay: (day: DayForcing, intoC: number[]) => { conductance: number; material?: GroundMaterial }
  /** It ends. @param meanC of the day, at the first depth asked */
  endDay: (day: DayForcing, meanC: number) => void
  material: () => GroundMaterial
  water: () => number
  save: () => SavedWaters
  load: (saved: SavedWaters) => void
}

export function createWaters(place: PlaceGround, grid: GroundGrid): Waters {
  const shape = textureShapes[place.texture]
  let bucket = createWater(shape)
  let snow: Snow = { waterMm: 0 }
  let wateredMm = 0
  let madeOf = bucket.water
  let sinceMakeup = 0
  // Two in turn: what the ground was made of is still asked for when it is made anew.
  let [made, spare]: [GroundMaterial | undefined, GroundMaterial | undefined] = [undefined, undefined]
  const material = () => {
    const next = createMaterial(
      grid,
      { texture: place.texture, water: madeOf, thatchM: place.thatchM },
      spare,
    )
    spare = made
    made = next
    return next
  }
  return {
    beginDay: (day, intoC) => {
      const remade = sinceMakeup >= makeupDays
      if (remade) {
        madeOf = bucket.water
        sinceMakeup = 0
      }
      sinceMakeup++
      ;({ snow, wateredMm } = passSnowDay(snow, day.meanC, day.rainMm))
      const blanket = snow.waterMm > 0 ? snowBlanket(snow) : undefined
      const conductance = computeDrives(place.traits, day, uptakeShare(shape, bucket.water), intoC, blanket)
      return { conductance, ...(remade && { material: material() }) }
    },
    endDay: (day, meanC) => {
      bucket = passWaterDay(
        shape,
        bucket,
        {
          rainMm: wateredMm,
          irrigationMm: day.irrigationMm,
          referenceEvaporationMm: day.referenceEvaporationMm,
          frozen: meanC < 0.5,
        },
        place.drainedShare,
      )
    },
    material,
    water: () => bucket.water,
    save: () => ({ water: bucket.water, makeup: { water: madeOf, days: sinceMakeup }, snow }),
    load: (saved) => {
      madeOf = saved.makeup.water
      sinceMakeup = saved.makeup.days
      bucket = { ...bucket, water: saved.water }
      snow = saved.snow
    },
  }
}
