<script setup lang="ts">
import { methodsThatSee } from '#core/hold/otherMethods'
import { planHold, strokesFor, type PlannedHold } from '#core/hold/planHold'

/** What a hold will take and see before any air goes in: minutes, air, what limits it and what would help. */
const props = defineProps<{ planned: PlannedHold; /** m3 a stroke */ stroke: number; strokeName: string }>()
const { short } = useQuantities()
const plan = computed(() => planHold(props.planned))
const limit = computed(() => props.planned.setup.limit)
const vacuum = computed(() => props.planned.setup.testPressure < 0)
const others = computed(() => methodsThatSee(limit.value))
const answer = computed(() => {
  const time = plan.value.timeForLimit
  return time === null
    ? `No hold of eight hours decides at ${limitText(limit.value)} mL/min here`
    : `About ${waitText(time)} decides at ${limitText(limit.value)} mL/min, nine times in ten`
})
const why = computed(() => {
  const { helps, limitedBy } = plan.value
  const help = helps ? ` ${capital(improvementWords[helps.with])} would bring it to ${waitText(helps.timeForLimit)}.` : ''
  return `${limitedByWords[limitedBy]} limits it.${help}`
})
/** With the volume in too much doubt there is no curve to draw. */
const decidesAnything = computed(() => Number.isFinite(plan.value.curve[0]!.smallest))
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
</script>

<template>
  <section class="sheet" aria-labelledby="plan-title">
    <h2 id="plan-title">How long, and what it will see</h2>
    <p class="mt-1 text-xl font-bold" :class="plan.timeForLimit === null && 'unsure'">{{ answer }}</p>
    <p>{{ why }}</p>
    <p v-if="plan.timeForLimit === null" class="mt-1">
      <template v-if="others.length">What can see it: {{ others.map(method => lowerFirst(method.name)).join('; ') }}.</template>
      <template v-else>Nothing simple sees a leak this small; ask whether the limit is right.</template>
    </p>
    <PlanCurve v-if="decidesAnything" :plan="plan" :limit="limit" class="mt-2" />
    <dl class="mt-2 flex flex-wrap gap-x-8 gap-y-2">
      <div>
        <dt class="soft text-sm">Free air {{ vacuum ? 'out' : 'in' }}</dt>
        <dd class="figure text-lg">{{ short('volume', plan.freeAir, 2) }}</dd>
      </div>
      <div>
        <dt class="soft text-sm">{{ strokeName }} of {{ short('smallVolume', stroke, 3) }}</dt>
        <dd class="figure text-lg">{{ strokesFor(plan.freeAir, stroke) }} times</dd>
      </div>
      <div>
        <dt class="soft text-sm">{{ vacuum ? 'Cold' : 'Warm' }} gas settles in about</dt>
        <dd class="figure text-lg">{{ waitText(plan.settling) }}</dd>
      </div>
    </dl>
  </section>
</template>
