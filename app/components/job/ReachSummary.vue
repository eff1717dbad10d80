<script setup lang="ts">
import type { Reach } from '#core/circuit/reach'
import { tankKind } from '#core/circuit/tankKinds'
import { wettedParts } from '#core/fuel/wettedParts'
import { feelsEnough, pressureOpens } from '#core/circuit/service'
import { liveParts, placeName, targetPressure } from '#shared/jobCircuit'
import type { JobView } from '#shared/views'

/** What a set-up has under test, what it has not and why, and where it escapes. */
const props = defineProps<{
  job: JobView
  reach: Reach
  /** share of the capacity that is liquid; nothing is said of it when absent */
  wettedShare?: number
  /** of smoke an open end is no fault */
  mayEscape?: boolean
}>()
const all = computed(() => liveParts(props.job))
const wet = computed(() => {
  const { job, reach, wettedShare = 0 } = props
  const under = wettedParts(all.value, job.circuit, tankKind(job.tankKind), wettedShare)
  return reach.reached.filter(id => under.has(id))
})
/** Parts behind a check valve, where too little arrives to say anything of them. */
const weak = computed(() => {
  const { spaces, reached } = props.reach
  const working = targetPressure(props.job)
  return all.value.filter(
    ({ id, family, space }) =>
      reached.includes(id) &&
      !wet.value.includes(id) &&
      !feelsEnough(pressureOpens(family), spaces.get(space ?? '') ?? 0, working),
  )
})
const { short } = useQuantities()
const groups = computed(() => {
  const nameOf = (id: string) => placeName(props.job, id)
  const least = Math.max(0, ...weak.value.map(part => props.reach.spaces.get(part.space ?? '') ?? 0))
  return [
    ...unreachedGroups(props.job, props.reach.unreached),
    ...(wet.value.length > 0
      ? [{ why: 'under liquid: drain it, or they stay without evidence', parts: wet.value.map(nameOf) }]
      : []),
    ...(weak.value.length > 0
      ? [
          {
            why: `only ${short('pressure', least)} arrive there, and less than half of ${short('pressure', targetPressure(props.job))} tells nothing`,
            parts: weak.value.map(part => part.name),
          },
        ]
      : []),
  ]
})
const tested = computed(() => props.reach.reached.length - wet.value.length - weak.value.length)
</script>

<template>
  <div class="space-y-1" aria-live="polite">
    <p class="font-semibold">{{ tested }} of {{ all.length }} parts are under test.</p>
    <p v-for="end in reach.escapes" :key="end" :class="mayEscape ? 'font-medium' : 'leaking font-semibold'">
      <StateSign v-if="!mayEscape" look="leaking" :size="16" /> {{ mayEscape ? 'It comes out' : 'It escapes' }} at the
      {{ lowerFirst(placeName(job, end)) }}{{ mayEscape ? '.' : ': shut what leads there, or nothing will hold.' }}
    </p>
    <p v-for="group in groups" :key="group.why" class="unsure">
      <StateSign look="unsure" :size="16" /> <b>{{ group.parts.join(', ') }}</b>: says nothing, {{ group.why }}.
    </p>
  </div>
</template>
