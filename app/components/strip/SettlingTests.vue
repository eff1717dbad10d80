<script setup lang="ts">
import type { SettlingPlan, SettlingTest } from '#core/ledger/settlingPlan'
import { placeName } from '#shared/jobCircuit'
import type { JobView } from '#shared/views'

/**
 * The shortest set of tests that brings lost evidence back: each with how it is fed, what it covers, and the way to its set-up.
 */
const props = defineProps<{ job: JobView; plan: SettlingPlan }>()
const { short } = useQuantities()
const nameOf = (test: SettlingTest) => {
  const fed = test.way
    ? `fed at the ${lowerFirst(placeName(props.job, test.way.rig))} with ${short('pressure', test.way.pressure)}`
    : 'fed where it can be'
  return `${test.kind === 'soap' ? 'Soap walk' : test.way?.vacuum ? 'Vacuum hold' : 'Hold'}, ${fed}`
}
const toSetup = (test: SettlingTest) => ({
  path: `/jobs/${props.job.id}/${test.kind}`,
  query: {
    rig: test.way?.rig ?? '',
    ...(test.way && { pressure: String(test.way.pressure) }),
    ...(test.way?.vacuum && { vacuum: '1' }),
  },
})
const partNames = (ids: readonly string[]) => ids.map(id => placeName(props.job, id)).join(', ')
</script>

<template>
  <div class="space-y-2">
    <ol class="divide-y divide-(--hair)">
      <li v-for="(test, i) in plan.tests" :key="i" class="flex flex-wrap items-center gap-x-4 gap-y-2 py-2.5">
        <p class="min-w-0 flex-1 basis-64">
          <b>{{ nameOf(test) }}</b>, about {{ test.minutes }} min
          <span class="soft block text-sm">{{ partNames(test.partIds) }}</span>
        </p>
        <UButton
          :to="toSetup(test)"
          color="neutral"
          variant="outline"
          class="min-h-11"
          :aria-label="`${test.kind === 'soap' ? 'Soap' : 'Set up'}: ${nameOf(test)}`"
          >{{ test.kind === 'soap' ? 'Soap' : 'Set up' }}</UButton
        >
      </li>
    </ol>
    <p v-if="plan.beyond.length" class="unsure font-medium">
      <StateSign look="unsure" :size="16" /> No way of feeding the circuit brings enough pressure to
      {{ partNames(plan.beyond) }}. See on the map whether a valve or a tie is missing; behind a check valve feed from its other
      side, or test it off the tank.
    </p>
  </div>
</template>
