<script setup lang="ts">
import Drawer from 'primevue/drawer'
import { computed } from 'vue'
import type { Operand, Step } from '@jardinero/core/quantity'
import { useWords } from './session.ts'
import { openWorking } from './working.ts'

/** The working of the open figure: each step once in names, once in numbers, with its source. */
const { say, has, quantity, day } = useWords()
const open = computed({
  get: () => openWorking.figure !== undefined,
  set: (value) => {
    if (!value) openWorking.figure = undefined
  },
})

/** The name of an operand: a code, a numbered code (run2), or a day. */
function nameOf(operand: string): string {
  if (/^\d{4}-\d{2}-\d{2}$/.test(operand)) return day(operand)
  for (const key of [`operand.${operand}`, `tape.${operand}`]) if (has(key)) return say(key)
  const numbered = /^([a-z]+)(\d+)$/i.exec(operand)
  if (!numbered) return operand
  const [, code = '', n = ''] = numbered
  return has(`operand.${code}`) ? say(`operand.${code}`, { n }) : `${say(`tape.${code}`)} ${n}`
}
const withNames = (step: Step) => step.formula.replace(/\{([^}]+)\}/g, (_, name: string) => nameOf(name))
const show = ({ value, unit }: Operand) => quantity(value, unit)
const withValues = (step: Step) =>
  step.formula.replace(/\{([^}]+)\}/g, (_, name: string) => {
    const operand = step.operands[name]
    return operand ? show(operand) : nameOf(name)
  })
</script>

<template>
  <Drawer
    v-model:visible="open"
    position="right"
    :header="openWorking.title || say('frame.working')"
    :pt="{ root: { class: 'working-drawer' } }"
    block-scroll
  >
    <ol v-if="openWorking.figure" class="steps">
      <li v-for="(step, i) in openWorking.figure.working" :key="i">
        <h3>
          {{
            step.subject
              ? say('frame.stepOf', { step: say(`working.${step.code}`), subject: step.subject })
              : say(`working.${step.code}`)
          }}
        </h3>
        <p class="quiet small">{{ withNames(step) }}</p>
        <p>{{ withValues(step) }}</p>
        <p class="result">= {{ show(step.result) }}</p>
        <p v-if="step.source" class="quiet small">
          {{ say('frame.from', { source: say(`source.${step.source}`) }) }}
        </p>
      </li>
    </ol>
    <p v-for="(caution, i) in openWorking.figure?.cautions ?? []" :key="i" class="caution">
      {{ say(`caution.${caution.code}`, caution.params) }}
    </p>
  </Drawer>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
}
.steps li {
  padding: 0.9rem 0;
  border-top: 1px solid var(--rule);
  overflow-wrap: anywhere;
}
.steps h3 {
  font-size: 1rem;
}
.result {
  font-weight: 650;
  font-size: 1.1rem;
}
.caution {
  border-left: 3px solid var(--ember);
  padding-left: 0.7rem;
}
</style>

<style>
.working-drawer.p-drawer {
  width: min(27rem, 100vw);
}
</style>
