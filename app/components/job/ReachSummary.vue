<script setup lang="ts">
import type { Reach } from '#core/circuit/reach'
import { tankKind } from '#core/circuit/tankKinds'
import { wettedParts } from '#core/fuel/wettedParts'
import { liveParts, placeName } from '#shared/jobCircuit'
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
const groups = computed(() => {
  const why = unreachedGroups(props.job, props.reach.unreached)
  return wet.value.length > 0 ? [...why, { why: 'under liquid', parts: wet.value.map(id => placeName(props.job, id)) }] : why
})
const tested = computed(() => props.reach.reached.length - wet.value.length)
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
