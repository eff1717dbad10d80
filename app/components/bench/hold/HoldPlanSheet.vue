<script setup lang="ts">
import { upperFirst } from '#core/words/words'
import { methodsThatSee } from '#core/hold/otherMethods'
import { freeAirFor, SETTLING_TIME, strokesFor, type PlannedHold } from '#core/planning/plannedHold'

/** What a hold will take and see before any air goes in: minutes, air, what limits it and what would help how much. */
const props = defineProps<{ planned: PlannedHold; /** m3 a stroke */ stroke: number; strokeName: string }>()
const { short } = useQuantities()
const { plan, helps, trying, busy } = usePlan(() => props.planned)
const limit = computed(() => props.planned.setup.limit)
const vacuum = computed(() => props.planned.setup.testPressure < 0)
const freeAir = computed(() => freeAirFor(props.planned))
const others = computed(() => methodsThatSee(limit.value))
const MOST_HELPS = 4

const answer = computed(() => {
  if (!plan.value)
    return trying.value === null ? 'Trying it on simulated tanks …' : `Trying ${waitText(trying.value)} on simulated tanks …`
  const time = plan.value.timeForLimit
  return time === null
    ? `No hold of eight hours decides at ${limitText(limit.value)} mL/min nine times in ten here`
    : `About ${waitText(time)} decides at ${limitText(limit.value)} mL/min, nine times in ten`
})
/** Fuel on a part makes its limit stricter, and the hold longer. */
const stricter = computed(() => {
  const time = plan.value?.timeForStrictest
  if (time === undefined) return ''
  const where = `Where fuel stands the limit is ${limitText(props.planned.strictest!)} mL/min`
  return time === null
    ? `${where}: not even ${waitText(plan.value!.curve.at(-1)!.t)} see that here. Soap those parts too.`
    : time > (plan.value!.timeForLimit ?? 0)
      ? `${where}: that takes about ${waitText(time)}.`
      : ''
})
/** What was tried: what is promised is what happened to simulated tanks of the kind. */
const tried = computed(() => {
  if (!plan.value) return ''
  const { t, of, sealed, leaking } = plan.value.best
  const then = plan.value.timeForLimit === null ? `At its best, after ${waitText(t)},` : 'Tried on simulated tanks:'
  return `${then} ${sealed} of ${of} tight ones were called sealed, ${leaking} of ${of} that leak twice the limit leaking. ${limitedByWords[plan.value.limitedBy]} limits it.`
})
/** Nothing helps a hold that nothing decides: then another method has to. */
const hopeless = computed(() => plan.value?.timeForLimit === null && !busy.value && helps.value.length === 0)
</script>

<template>
  <section class="sheet" aria-labelledby="plan-title" :aria-busy="busy">
    <h2 id="plan-title">How long, and what it will see</h2>
    <p class="mt-1 text-xl font-bold" :class="plan ? plan.timeForLimit === null && 'unsure' : 'soft'">{{ answer }}</p>
    <p v-if="stricter" class="font-medium">{{ stricter }}</p>
    <p>{{ tried }}</p>
    <template v-if="plan">
      <div v-if="helps.length" class="mt-2">
        <h3 class="font-semibold">What would help most</h3>
        <ul class="mt-1 flex flex-wrap gap-x-6 gap-y-1">
          <li v-for="help in helps.slice(0, MOST_HELPS)" :key="help.with">
            {{ upperFirst(improvementWords[help.with]) }}:
            <b class="figure">{{ waitText(help.timeForLimit) }}</b>
            <span v-if="plan.timeForLimit !== null" class="soft">, {{ waitText(help.saves) }} less</span>
          </li>
        </ul>
      </div>
      <p v-else-if="busy" class="soft mt-1">Looking for what would help …</p>
      <p v-if="hopeless" class="mt-1">
        <template v-if="others.length"
          >Nothing that was tried helps. What can see it:
          {{ others.map(method => lowerFirst(method.name)).join('; ') }}.</template
        >
        <template v-else>Nothing simple sees a leak this small; ask whether the limit is right.</template>
      </p>
      <PlanCurve :plan="plan" :limit="limit" class="mt-2" />
    </template>
    <dl class="mt-2 flex flex-wrap gap-x-8 gap-y-2">
      <div>
        <dt class="soft text-sm">Free air {{ vacuum ? 'out' : 'in' }}</dt>
        <dd class="figure text-lg">{{ short('volume', freeAir, 2) }}</dd>
      </div>
      <div>
        <dt class="soft text-sm">{{ strokeName }} of {{ short('smallVolume', stroke, 3) }}</dt>
        <dd class="figure text-lg">{{ strokesFor(freeAir, stroke) }} times</dd>
      </div>
      <div>
        <dt class="soft text-sm">{{ vacuum ? 'Cold' : 'Warm' }} gas settles in about</dt>
        <dd class="figure text-lg">{{ waitText(SETTLING_TIME) }}</dd>
      </div>
    </dl>
  </section>
</template>
