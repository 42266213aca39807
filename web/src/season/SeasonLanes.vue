<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Day, PlaceId, ZoneId } from '@jardinero/core/quantity'
import type { JudgedProgramme, Programme } from '@jardinero/core/season'
import FigureText from '../kit/FigureText.vue'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import LanePicture from './LanePicture.vue'
import LaneLegend from './LaneLegend.vue'
import LanePatterns from './LanePatterns.vue'
import PassPeg from './PassPeg.vue'
import { drawLane, laneScale, laneSpan, largest } from './laneShapes.ts'
import { usePlanContext } from './usePlanContext.ts'

/** One lane a place: barrier strength against germination, gaps hatched, passes as pegs to drag. */
const props = defineProps<{ judged: JudgedProgramme; programme: Programme; members: number }>()
const emit = defineEmits<{ move: [pass: string, day: Day, dragging: boolean] }>()
const { places, situation } = useYard()
const { half, planDay } = usePlanContext()
const { say, quantity } = useWords()
const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const height = 58
const pegTop = 16

const scale = computed(() =>
  laneScale(
    laneSpan(planDay.value, situation.value.hemisphere, half.value),
    2,
    Math.max(200, width.value) - 2,
  ),
)
const months = computed(() => scale.value.months(width.value < 500 ? 5 : 9))
const order = { edge: 0, middle: 1 } as Record<string, number>
const lanes = computed(() => {
  const { judgement } = props.judged
  const [strongest, busiest] = [
    largest(judgement.places.map((p) => p.strength)),
    largest(judgement.places.map((p) => p.emergence)),
  ]
  return judgement.places
    .flatMap((judged) => {
      const place = places.value.find((p) => p.id === judged.placeId)
      return place
        ? [{ place, judged, drawn: drawLane(judged, judgement, scale.value, { height, strongest, busiest }) }]
        : []
    })
    .toSorted((a, b) => (order[a.place.kind] ?? 2) - (order[b.place.kind] ?? 2))
})
/** The passes that cover a zone, where they stand now. */
const pegsOf = (zoneId: ZoneId) =>
  props.programme.passes.flatMap((pass, i) => {
    const meant = props.judged.passes.find((p) => p.id === pass.id)
    const day = pass.when.kind === 'day' ? pass.when.day : meant?.day
    return day && scale.value.inside(day) && pass.zones.includes(zoneId)
      ? [{ pass, day, meant, number: i + 1 }]
      : []
  })
const firstOf = (placeId: PlaceId) => lanes.value[0]?.place.id === placeId
</script>

<template>
  <section :aria-label="say('season.lanes')">
    <div ref="box" class="lanes">
      <LanePatterns />
      <LaneLegend />
      <article v-for="l in lanes" :key="l.place.id">
        <header>
          <strong>{{ l.place.name }}</strong>
          <span class="quiet small">
            <template v-if="l.judged.holdsUntil">
              {{
                say('season.holdsUntil', {
                  day: l.judged.holdsUntil.p50,
                  from: l.judged.holdsUntil.p10,
                  to: l.judged.holdsUntil.p90,
                })
              }}<template v-if="l.judged.lasts"
                >, <FigureText :figure="l.judged.lasts" :title="l.place.name"
              /></template>
            </template>
            <template v-else-if="programme.passes.length">{{ say('season.holdsNever') }}</template>
            <span v-if="l.judged.gapChance > 0.05" class="stop">
              · {{ say('season.gapSays', { chance: quantity(l.judged.gapChance, 'ratio') }) }}
            </span>
          </span>
        </header>
        <div class="lane">
          <LanePicture
            v-if="width"
            :drawn="l.drawn"
            :scale="scale"
            :months="months"
            :width="width"
            :height="height"
            :top="pegTop"
          />
          <PassPeg
            v-for="p in pegsOf(l.place.zoneId)"
            :key="p.pass.id"
            :pass="p.pass"
            :number="p.number"
            :day="p.day"
            :scale="scale"
            :height="height + pegTop"
            :meant="p.meant"
            :place="l.place.name"
            :reached="firstOf(l.place.id)"
            @move="(day, dragging) => emit('move', p.pass.id, day, dragging)"
          />
        </div>
      </article>
    </div>
    <p class="quiet small">{{ say('season.lanesSay', { members }) }}</p>
  </section>
</template>

<style scoped>
article {
  margin-bottom: 0.55rem;
}
header {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 1rem;
}
.lane {
  position: relative;
}
svg {
  display: block;
  overflow: visible;
}
</style>
