<script setup lang="ts">
import { computed } from 'vue'
import type { SchoolRow } from '@jardinero/core/season'
import type { TimingSchoolId } from '@jardinero/core/soil'
import FigureText from '../kit/FigureText.vue'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { drawLane, laneScale, laneSpan, largest } from './laneShapes.ts'
import { useInHundred } from './useSeasonAnswer.ts'
import { usePlanContext } from './usePlanContext.ts'

/** The schools of timing beside each other, best first: each with its sentence why and the lane of its worst place. */
const props = defineProps<{ rows: SchoolRow[]; members: number; shown: TimingSchoolId | undefined }>()
const emit = defineEmits<{ show: [school: TimingSchoolId] }>()
const { places, situation } = useYard()
const { half, planDay } = usePlanContext()
const { say, refusal } = useWords()
const inHundred = useInHundred()
const [width, height] = [210, 34]

const scale = computed(() =>
  laneScale(laneSpan(planDay.value, situation.value.hemisphere, half.value), 0, width),
)
const nameOf = (id: unknown) => places.value.find((p) => p.id === id)?.name ?? ''
const drawn = computed(() =>
  props.rows.map((row) => {
    const { judgement, reason, passes } = row
    const worst = judgement.places.find((p) => p.placeId === reason.params['placeId']) ?? judgement.places[0]
    return {
      row,
      lane:
        worst &&
        drawLane(worst, judgement, scale.value, {
          height,
          strongest: largest(judgement.places.map((p) => p.strength)),
          busiest: largest([worst.emergence]),
        }),
      pegs: passes.flatMap((p) => (p.day && scale.value.inside(p.day) ? [scale.value.at(p.day)] : [])),
      why: say(`season.${reason.code}`, {
        ...reason.params,
        place: nameOf(reason.params['placeId']),
        known: String(reason.params['known'] ?? false),
        holds: reason.params['holds'] ?? '',
      }),
      others: row.cautions.filter((c) => !row.breaks.includes(c)).slice(0, 1),
      share: inHundred(judgement.escaped?.value ?? 1),
    }
  }),
)
</script>

<template>
  <section>
    <h3>{{ say('season.schools') }}</h3>
    <p class="quiet small">
      {{ say('season.schoolsSay', { members, places: rows[0]?.judgement.places.length ?? 0 }) }}
      {{ say('season.rankedBy') }}
    </p>
    <article
      v-for="d in drawn"
      :key="d.row.school"
      :class="{ shown: d.row.school === shown }"
      :aria-label="say(`school.${d.row.school}`)"
    >
      <div class="words">
        <strong>{{ say(`school.${d.row.school}`) }}</strong>
        <p class="quiet small">{{ d.why }}</p>
        <p v-if="d.row.faults.length" class="stop small">
          {{ say('season.hasFaults') }}:
          {{ refusal(d.row.faults[0]!) }}
        </p>
        <p v-if="d.row.breaks.length" class="stop small">
          {{ say('season.breaks') }}
          {{ d.row.breaks.map((c) => say(`caution.${c.code}`, c.params)).join(' ') }}
        </p>
        <p v-for="(c, i) in d.others" :key="i" class="caution small">
          {{ say(`caution.${c.code}`, c.params) }}
        </p>
      </div>
      <svg v-if="d.lane" :width="width" :height="height + 2" aria-hidden="true">
        <path :d="d.lane.hill" class="hill" />
        <path :d="d.lane.under" class="under" />
        <rect
          v-for="g in d.lane.gaps"
          :key="g.from"
          :x="scale.at(g.from)"
          :width="Math.max(2, scale.at(g.to) - scale.at(g.from))"
          :y="height * 0.6"
          :height="height * 0.4"
          class="gap"
        />
        <path :d="d.lane.line" class="strength" />
        <line v-for="x in d.pegs" :key="x" :x1="x" :x2="x" y1="0" :y2="height" class="peg" />
        <line x1="0" :x2="width" :y1="height" :y2="height" class="ground" />
      </svg>
      <div class="share">
        <FigureText
          v-if="d.row.judgement.escaped"
          :figure="d.row.judgement.escaped"
          :text="d.share"
          :title="say(`school.${d.row.school}`)"
        />
        <span v-if="d.row.school === shown" class="small quiet">{{ say('season.shown') }}</span>
        <button v-else class="link small" @click="emit('show', d.row.school)">
          {{ say('season.show') }}
        </button>
      </div>
    </article>
  </section>
</template>

<style scoped>
section {
  margin-top: 1.4rem;
}
article {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 210px 7.5rem;
  gap: 1rem;
  align-items: center;
  border-top: 1px solid var(--rule);
  border-left: 3px solid transparent;
  padding: 0.55rem 0.4rem 0.55rem 0.7rem;
}
article.shown {
  border-left-color: var(--clay);
  background: var(--clay-soft);
}
.share {
  display: grid;
  justify-items: end;
  gap: 0.2rem;
  text-align: right;
}
strong {
  display: block;
}
strong::first-letter {
  text-transform: uppercase;
}
.caution {
  color: var(--ember-text);
}
svg {
  display: block;
}
.hill {
  fill: color-mix(in srgb, var(--plum) 26%, transparent);
}
.under {
  fill: url(#barrierHatch);
  opacity: 0.5;
}
.strength {
  fill: none;
  stroke: var(--moss);
  stroke-width: 1.4;
}
.gap {
  fill: var(--stop);
  opacity: 0.75;
}
.peg {
  stroke: var(--clay);
  stroke-width: 2;
}
.ground {
  stroke: var(--quiet);
}
@media (max-width: 60rem) {
  article {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  svg {
    display: none;
  }
}
</style>
