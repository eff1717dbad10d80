<script setup lang="ts">
import { testName } from '#core/leaktest/testKinds'
import { sealedFor } from '#shared/leaktest/limitsReached'
import { descriptorOf } from '#shared/leaktest/tests'
import type { JobView } from '#shared/views'
import { faceOf } from '~/leaktest/testFaces'

/** Every test of a job, latest first, with what it said. */
const props = defineProps<{ job: JobView }>()
defineEmits<{ strike: [subject: { id: string; name: string }] }>()
const session = useSession()
const { short } = useQuantities()

const tests = computed(() =>
  props.job.tests
    .map(test => {
      const face = faceOf(test)
      const measured = descriptorOf(test).measured(test)
      const { id, pressure, by, earlyReason, struck, stoppedAt, startedAt } = test
      return {
        id,
        pressure,
        by,
        earlyReason,
        struck,
        name: testName(test),
        to: face.page(test),
        at: stoppedAt ?? startedAt,
        ended: stoppedAt !== null,
        measured,
        parts: measured?.estimate ? sealedFor(props.job, test, measured.estimate) : null,
        said: face.said(test, props.job),
        open: face.open(test),
      }
    })
    .sort((a, b) => b.at - a.at),
)
</script>

<template>
  <section class="sheet" aria-labelledby="tests-title">
    <h2 id="tests-title" class="mb-1">Tests</h2>
    <p v-if="!tests.length" class="soft py-1">No test yet.</p>
    <ul class="divide-y divide-(--hair)">
      <li v-for="test in tests" :key="test.id" class="py-2.5" :class="test.struck && 'soft'">
        <NuxtLink :to="test.to" class="font-semibold underline-offset-4 hover:underline">{{ test.name }}</NuxtLink> ·
        <template v-if="test.measured?.estimate">
          <span class="font-semibold" :class="verdictLook(test.measured.estimate.verdict)"
            ><StateSign :look="verdictLook(test.measured.estimate.verdict)" :size="16" />
            {{ measuredWord(test.measured.estimate, test.parts) }}</span
          >
          {{ rateText(test.measured.estimate.leakRate) }} mL/min ({{ rateText(test.measured.estimate.above95) }} to
          {{ rateText(test.measured.estimate.below95) }}) at {{ short('pressure', test.pressure) }}
        </template>
        <span v-else-if="test.ended && test.measured" class="soft">{{ test.measured.noEstimate }}</span>
        <template v-else
          >{{ test.said }} <span v-if="!test.ended" class="unsure font-semibold">{{ test.open }}</span></template
        >
        <p class="soft text-sm">
          {{ stampText(test.at) }}, {{ test.by }}
          <span v-if="test.earlyReason" class="time font-semibold"> · before it cured: {{ test.earlyReason }}</span>
          <template v-if="test.struck"> · struck out: {{ test.struck }}</template>
          <StrikeLink
            v-else-if="session.mayWork && test.ended"
            @click="$emit('strike', { id: test.id, name: lowerFirst(test.name) })"
          />
        </p>
      </li>
    </ul>
  </section>
</template>
