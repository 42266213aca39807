<script setup lang="ts">
import { computed } from 'vue'
import { convert, type RatePerAreaUnit } from '@jardinero/core/quantity'
import { computeEnough, purchaseFor, type JudgedProduct, type Tank } from '@jardinero/core/shelf'
import FigureText from '../kit/FigureText.vue'
import { useAccount } from '../state/index.ts'
import { useSession, useWords } from '../kit/session.ts'
import type { ShelfChoice } from './useChoice.ts'
import { useStock } from './useStock.ts'

/** The chosen set: what each product is in it for, how much this lawn takes, whether the shelf has it, what will be seen. */
const props = defineProps<{ shelf: ShelfChoice; tank: Tank }>()
const account = useAccount()
const session = useSession()
const { say, quantity, range, day: sayDay, money } = useWords()
const { stockOf } = useStock()
const areaSqFt = computed(() => props.shelf.request.value!.grounds.reduce((sum, g) => sum + g.areaSqFt, 0))
const list = (names: string[]) => new Intl.ListFormat(session.preferences.locale).format(names)
const weedsOf = (j: JudgedProduct) =>
  [...props.tank.by].filter(([, by]) => by === j).map(([plant]) => say(`plant.${plant}`))

function needOf(j: JudgedProduct) {
  const rate = props.tank.rates.get(j.product.id)
  if (!rate) return undefined
  const [top] = rate.unit.split('/') as ['oz' | 'floz']
  return {
    value: convert(rate.value, rate.unit, `${top}/ft2` as RatePerAreaUnit) * areaSqFt.value,
    unit: top,
  }
}
function enoughOf(j: JudgedProduct) {
  const [left, need] = [stockOf({ id: j.product.id })?.left, needOf(j)]
  if (!left || !need) return undefined
  const outcome = computeEnough({ value: left.value, unit: left.unit }, need)
  return outcome.ok ? { ...outcome.value, left } : undefined
}
/** The packages that cost least and hold enough, in words; nothing where no price is known. */
function toBuyOf(j: JudgedProduct): string {
  const rate = props.tank.rates.get(j.product.id)
  const { rules, source } = j.product
  const bought = source !== 'owned' && rate && purchaseFor(rules, rate, areaSqFt.value)
  return bought
    ? list(
        bought.counts.flatMap((count, i) => {
          const { amount } = rules.packages![i]!
          return count ? [say('shelf.packages', { count, size: quantity(amount.value, amount.unit) })] : []
        }),
      )
    : ''
}
const rateOf = (j: JudgedProduct) => {
  const [use] = j.uses.values()
  return use ? range(use.rate.min, use.rate.max, use.rate.unit) : ''
}
/** Additives the product needs, and whether one of them is on the shelf. */
function additiveOf(j: JudgedProduct): string {
  const rule = j.product.rules.adjuvant
  if (rule?.rule !== 'needs') return ''
  const here = account.state.labels.find(
    (l) =>
      l.rules.additive && (!rule.classes.length || rule.classes.includes(l.rules.additive.class as 'NIS')),
  )
  return say('shelf.needsAdditive', {
    classes: list(rule.classes.map((c) => say(`adjuvant.${c}`))) || say('shelf.anyAdditive'),
    here: here?.rules.name ?? 'none',
  })
}
const rows = computed(() =>
  props.tank.products.map((j) => ({
    j,
    need: needOf(j),
    enough: enoughOf(j),
    expect: props.shelf.expectationOf(j),
    additive: additiveOf(j),
    buy: toBuyOf(j),
  })),
)
</script>

<template>
  <section class="tank">
    <article v-for="{ j, need, enough, expect, additive, buy } in rows" :key="j.product.id">
      <h3>
        {{ j.product.rules.name }}
        <span v-if="j.product.rules.sample" class="sample">{{ say('bench.sample') }}</span>
        <span v-if="j.product.source === 'sample'" class="sample">{{ say('shelf.notCopied') }}</span>
      </h3>
      <p class="quiet small">
        {{
          list(
            j.product.rules.actives.map((a) =>
              say('shelf.sheet.active', { name: a.name, group: a.group ?? '?' }),
            ),
          )
        }}
      </p>
      <p>{{ say('shelf.for', { weeds: list(weedsOf(j)) || say('shelf.forNothing') }) }}</p>
      <p v-if="need">
        {{
          say('shelf.rate', {
            rate: rateOf(j),
            need: quantity(need.value, need.unit),
            where: shelf.where.value,
          })
        }}
      </p>
      <p v-if="enough" :class="{ stop: !enough.enough }">
        {{ say(enough.enough ? 'shelf.enough' : 'shelf.notEnough') }}
        <FigureText :figure="enough.left" :title="say('shelf.left')" />{{ say('shelf.afterPass') }}
        <FigureText :figure="enough.after" :title="say('shelf.afterTitle')" />
      </p>
      <p v-else-if="j.product.source !== 'owned'">{{ say('shelf.toBuy') }} {{ buy }}</p>
      <p v-if="additive">{{ additive }}</p>
      <p v-if="expect" class="expect">
        {{
          say('shelf.expect', {
            sign: say(`symptom.${expect.signs[0]!.kind}`),
            from: sayDay(expect.signs[0]!.from),
            judge: sayDay(expect.judgeFrom),
            until: sayDay(expect.judgeTo),
            repeat: expect.repeatFrom ? sayDay(expect.repeatFrom) : 'none',
            left: expect.passesLeft === 0 ? 'last' : (expect.passesLeft ?? 'none'),
          })
        }}
      </p>
      <ul v-if="j.cautions.length" class="cautions small">
        <li v-for="(c, i) in j.cautions" :key="i">{{ say(`caution.${c.code}`, c.params) }}</li>
      </ul>
      <RouterLink
        v-if="j.product.source !== 'sample'"
        class="small no-print"
        :to="{ name: 'bench', query: shelf.benchOf({ products: [j] }) }"
        >{{ say('shelf.toBench') }}</RouterLink
      >
    </article>
    <p v-if="tank.cents" class="quiet small cost">{{ say('shelf.cost', { cost: money(tank.cents) }) }}</p>
  </section>
</template>

<style scoped>
.tank {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(15rem, 1fr));
  gap: 1rem 1.8rem;
  margin: 1.2rem 0;
}
article {
  border-top: 2px solid var(--clay);
  padding-top: 0.5rem;
  display: grid;
  gap: 0.25rem;
  align-content: start;
}
.expect {
  border-left: 3px solid var(--wheat);
  padding-left: 0.6rem;
}
.cost {
  grid-column: 1 / -1;
}
.cautions {
  color: var(--ember-text);
  margin: 0;
  padding-left: 1.1rem;
}
</style>
