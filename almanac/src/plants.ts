import type { Character, Plant, PlantGroup } from '@jardinero/core/scout'
import alsoNamed from '../data/alsoNamed.json' with { type: 'json' }
import characters from '../data/characters.json' with { type: 'json' }
import groups from '../data/groups.json' with { type: 'json' }
import broadleafAnnuals from '../data/plants/broadleafAnnuals.json' with { type: 'json' }
import broadleafPerennials from '../data/plants/broadleafPerennials.json' with { type: 'json' }
import grasses from '../data/plants/grasses.json' with { type: 'json' }
import sedgesBulbsMosses from '../data/plants/sedgesBulbsMosses.json' with { type: 'json' }
import turfPlants from '../data/plants/turf.json' with { type: 'json' }
import { load } from './load.ts'
import { charactersSchema, plantsSchema } from './plantSchemas.ts'
import { turf } from './turf.ts'

/** A plant as it stands in its file: what is usual in its group, or in the turf file, is not written again. */
type FiledPlant = Partial<Plant> & Pick<Plant, 'code' | 'group' | 'scores'>

const usual = groups as Record<PlantGroup, Record<string, string>>

function complete(filed: FiledPlant): unknown {
  const asTurf = turf.find((t) => t.code === filed.code)
  const also = (alsoNamed as Record<string, string[]>)[filed.code]
  return {
    ...(asTurf && { botanical: asTurf.botanical, names: asTurf.names }),
    ...(also && { also }),
    where: [],
    reasons: [],
    hand: [],
    hazards: [],
    barrier: { stops: 'no', why: 'wanted' },
    ...filed,
    scores: { kind: filed.group, ...usual[filed.group], ...filed.scores },
  }
}

const filed = [turfPlants, grasses, sedgesBulbsMosses, broadleafAnnuals, broadleafPerennials].flat()

/** What the key rests on: the characters, and every turf and weed scored for them. */
export const plantAlmanac = {
  characters: load<Character[]>('characters', characters, charactersSchema),
  plants: load<Plant[]>(
    'plants',
    filed.map((plant: object) => complete(plant as FiledPlant)),
    plantsSchema,
  ),
}

/** On what soil each plant sprouts, as far as it is known: warming, cooling or both. */
export const sprouts: Record<string, 'rising' | 'falling' | 'both'> = Object.fromEntries(
  plantAlmanac.plants.flatMap(({ code, emergence }) => (emergence ? [[code, emergence.trend]] : [])),
)
