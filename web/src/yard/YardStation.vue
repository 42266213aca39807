<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Place, Section, Zone } from '@jardinero/contract/yard'
import { convert, figure } from '@jardinero/core/quantity'
import { computeRoundingEffect, isTurf, lawnsOf, sourceOf } from '@jardinero/core/yard'
import FigureText from '../kit/FigureText.vue'
import RestRow from '../kit/RestRow.vue'
import SaidText from '../kit/SaidText.vue'
import StationPage from '../kit/StationPage.vue'
import { useAccount, useYard } from '../state/index.ts'
import FindPins from '../scout/FindPins.vue'
import { useMay } from '../kit/useMay.ts'
import { useSession, useWords } from '../kit/session.ts'
import PlaceForm from './PlaceForm.vue'
import SectionForm from './SectionForm.vue'
import PropertyRow from './PropertyRow.vue'
import YardForm from './YardForm.vue'
import YardPlan from './YardPlan.vue'
import ZoneForm from './ZoneForm.vue'
import { freeSpot, placeSections } from './placed.ts'

type Editing = { what: 'yard' | 'zone' | 'section' | 'place'; id?: string }
const account = useAccount()
const router = useRouter()
const session = useSession()
const { yard, zones, places, areas, strips } = useYard()
const { say, quantity } = useWords()
const may = useMay()
const editing = ref<Editing>()
const done = () => (editing.value = undefined)

const sections = computed(() => zones.value.flatMap((z) => account.sectionsOf(z.id)))
const taped = computed(() => sections.value.filter((s) => sourceOf(s) === 'tape').length)
const spot = computed(() => freeSpot(placeSections(sections.value)))
/** All that is measured of some zones together; independent, so the uncertainties add as squares. */
function totalOf(of: Zone[]) {
  const measured = of.flatMap((z) => areas.value.get(z.id) ?? [])
  if (!measured.length) return undefined
  const sum = measured.reduce((s, a) => s + a.area.value, 0)
  const spread = Math.hypot(...measured.map((a) => a.uncertainty.value))
  const steps = measured.flatMap((a) => a.area.working)
  const last = {
    code: 'areaSum',
    formula: '{added}',
    operands: { added: { value: sum, unit: 'ft2' as const } },
    result: { value: sum, unit: 'ft2' as const },
  }
  return {
    area: figure('ft2', measured.length > 1 ? [...steps, last] : steps),
    spread: { ...measured[0]!.uncertainty, value: spread },
  }
}
const lawns = computed(() => lawnsOf(zones.value))
const total = computed(() => totalOf(lawns.value))
const open = computed(() => totalOf(zones.value.filter((z) => !isTurf(z.turf))))
/** What rounding up to the next thousand (or hundred m²) would do. */
const rounding = computed(() => {
  if (!total.value) return undefined
  const step = session.preferences.units === 'us' ? 1000 : convert(100, 'm2', 'ft2')
  const rounded = Math.ceil(total.value.area.value / step) * step
  return { rounded: quantity(rounded, 'ft2'), effect: computeRoundingEffect(total.value.area.value, rounded) }
})
const stripOf = ({ id, zoneId }: Place) => strips.value.get(zoneId)?.find((s) => s.id === id)
const openFind = (find: string) => router.push({ name: 'scout', query: { at: 'find', find } })
const move = (section: Section, xFt: number, yFt: number) =>
  account.change('sections', section, { xFt, yFt }).catch(() => account.askAgain())
</script>

<template>
  <StationPage>
    <template #answer>
      <SaidText
        v-if="total"
        :code="open ? 'yard.answerOpen' : 'yard.answer'"
        :params="{
          yard: yard!.name,
          area: total.area,
          spread: total.spread,
          zones: lawns.length,
          ...(open && { openArea: open.area }),
        }"
      />
      <SaidText
        v-else-if="open"
        code="yard.answerOnlyOpen"
        :params="{ yard: yard!.name, openArea: open.area }"
      />
      <template v-else>{{ say('yard.answerNothing') }}</template>
    </template>
    <template v-if="may('yard.write')" #actions>
      <Button :label="say('yard.addSection')" @click="editing = { what: 'section' }" />
      <button class="link" @click="editing = { what: 'place' }">{{ say('yard.addPlace') }}</button>
      <button class="link" @click="editing = { what: 'zone' }">{{ say('yard.addZone') }}</button>
    </template>
    <YardPlan :chosen="editing?.id" @choose="editing = { what: 'section', id: $event }" @move="move">
      <template #over="{ ftPerPx }"><FindPins :ft-per-px="ftPerPx" @open="openFind" /></template>
    </YardPlan>
    <p class="quiet small">{{ say('yard.planHint') }}</p>
    <template #rests>
      <template v-if="editing">
        <h3>{{ say(`yard.editing.${editing.what}`) }}</h3>
        <YardForm v-if="editing.what === 'yard'" :yard="yard!" @done="done" />
        <ZoneForm
          v-else-if="editing.what === 'zone'"
          :key="editing.id ?? ''"
          :zone="zones.find((z) => z.id === editing!.id)"
          :yard-id="yard!.id"
          @done="done"
        />
        <SectionForm
          v-else-if="editing.what === 'section'"
          :key="editing.id ?? 'new'"
          :section="sections.find((s) => s.id === editing!.id)"
          :zones="zones"
          :spot="spot"
          @done="done"
        />
        <PlaceForm
          v-else
          :key="editing.id ?? 'place'"
          :place="places.find((p) => p.id === editing!.id)"
          :zones="zones"
          @done="done"
        />
      </template>
      <template v-else>
        <RestRow v-for="z in zones" :key="z.id" :name="z.name">
          <template #value
            ><FigureText v-if="areas.get(z.id)" :figure="areas.get(z.id)!.area" :title="z.name"
          /></template>
          {{
            say(isTurf(z.turf) ? 'yard.zoneSays' : 'yard.openSays', {
              turf: z.turf,
              state: z.state,
              spread: quantity(areas.get(z.id)?.uncertainty.value ?? 0, 'ft2'),
            })
          }}
          <button class="link" @click="editing = { what: 'zone', id: z.id }">
            {{ say('frame.change') }}
          </button>
        </RestRow>
        <RestRow v-for="p in places" :key="p.id" :name="p.name">
          <template v-if="stripOf(p)" #value
            ><FigureText :figure="stripOf(p)!.area" :title="p.name"
          /></template>
          {{ say(`placeKind.${p.kind}`) }} · {{ zones.find((z) => z.id === p.zoneId)?.name }}
          <button class="link" @click="editing = { what: 'place', id: p.id }">
            {{ say('frame.change') }}
          </button>
        </RestRow>
        <RestRow :name="say('yard.where')">
          {{
            say('yard.whereSays', {
              town: yard!.town ?? yard!.timeZone.replaceAll('_', ' '),
              guessed: yard!.placeFrom === 'clock',
            })
          }}
          <button class="link" @click="editing = { what: 'yard' }">{{ say('frame.change') }}</button>
        </RestRow>
        <PropertyRow v-if="yard" :key="yard.id" :yard="yard" />
        <RestRow v-if="rounding" :name="say('yard.rounding', { rounded: rounding.rounded })">
          <template #value><FigureText :figure="rounding.effect" /></template>
          {{ say('yard.roundingSays') }}
        </RestRow>
        <RestRow v-if="taped" :name="say('yard.tapes')">{{
          say('yard.tapesSay', { count: taped, tape: quantity(0.5, 'ft') })
        }}</RestRow>
      </template>
    </template>
  </StationPage>
</template>
