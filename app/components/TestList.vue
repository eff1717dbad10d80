<script setup lang="ts">
import type { HoldView, JobView, SoapView } from '#shared/views'

/** Every test of a job, latest first, with what it said. */
const props = defineProps<{ job: JobView }>()
defineEmits<{ strike: [subject: { id: string, name: string }] }>()
const session = useSession()
const { short } = useQuantities()

const ofHold = (hold: HoldView) => ({ id: hold.id, name: `Hold ${hold.number}`, to: `/bench/${hold.id}`, at: hold.stoppedAt ?? hold.createdAt, ended: hold.stoppedAt !== null, hold, said: '', open: hold.state, ...common(hold) })
const ofSoap = (soap: SoapView) => {
  const dry = soap.marks.filter(mark => mark.mark === 'dry').length
  const found = soap.marks.filter(mark => mark.mark === 'foams' || mark.mark === 'bubbles').length
  return { id: soap.id, name: `Soap ${soap.number}`, to: `/jobs/${props.job.id}/soap`, at: soap.stoppedAt ?? soap.startedAt, ended: soap.stoppedAt !== null, hold: null, said: `${dry} dry, ${found} found`, open: 'open', ...common(soap) }
}
const common = ({ by, earlyReason, struck }: HoldView | SoapView) => ({ by, earlyReason, struck })
const tests = computed(() => [...props.job.holds.map(ofHold), ...props.job.soaps.map(ofSoap)].sort((a, b) => b.at - a.at))
</script>

<template>
  <section class="sheet" aria-labelledby="tests-title">
    <h2 id="tests-title" class="mb-1">Tests</h2>
    <p v-if="!tests.length" class="soft py-1">No test yet.</p>
    <ul class="divide-y divide-(--hair)">
      <li v-for="test in tests" :key="test.id" class="py-2.5" :class="test.struck && 'opacity-75'">
        <NuxtLink :to="test.to" class="font-semibold underline-offset-4 hover:underline">{{ test.name }}</NuxtLink> ·
        <template v-if="test.hold?.estimate">
          <span class="font-semibold" :class="verdictLook(test.hold.estimate.verdict)"><StateSign :look="verdictLook(test.hold.estimate.verdict)" :size="16" /> {{ verdictWords[test.hold.estimate.verdict] }}</span>
          {{ rateText(test.hold.estimate.leakRate) }} mL/min ({{ rateText(test.hold.estimate.low95) }} to {{ rateText(test.hold.estimate.high95) }}) at {{ short('pressure', test.hold.setup.testPressure) }}
        </template>
        <span v-else-if="test.ended && test.hold" class="soft">{{ test.hold.noEstimate }}</span>
        <template v-else>{{ test.said }} <span v-if="!test.ended" class="unsure font-semibold">{{ test.open }}</span></template>
        <p class="soft text-sm">
          {{ stampText(test.at) }}, {{ test.by }}
          <span v-if="test.earlyReason" class="time font-semibold"> · before it cured: {{ test.earlyReason }}</span>
          <template v-if="test.struck"> · struck out: {{ test.struck }}</template>
          <StrikeLink v-else-if="session.mayWork && test.ended" @click="$emit('strike', { id: test.id, name: lowerFirst(test.name) })" />
        </p>
      </li>
    </ul>
  </section>
</template>
