<script setup lang="ts">
import { isSmokeFind } from '#core/leaktest/smoke/smoke'
import { smokeOn } from '#shared/situation'
import type { BalloonView, HoldView, JobView, SmokeView, SoapView } from '#shared/views'

/** Every test of a job, latest first, with what it said. */
const props = defineProps<{ job: JobView }>()
defineEmits<{ strike: [subject: { id: string, name: string }] }>()
const session = useSession()
const { short } = useQuantities()

const ofHold = (hold: HoldView) => ({
  id: hold.id, name: `Hold ${hold.number}`, to: `/bench/${hold.id}`, at: hold.stoppedAt ?? hold.createdAt, ended: hold.stoppedAt !== null,
  measured: { estimate: hold.estimate, noEstimate: hold.noEstimate, pressure: hold.setup.testPressure }, said: '', open: hold.state, ...common(hold),
})
const ofBalloon = (balloon: BalloonView) => ({
  id: balloon.id, name: `Balloon ${balloon.number}`, to: `/jobs/${props.job.id}/balloon`, at: balloon.stoppedAt ?? balloon.startedAt, ended: balloon.stoppedAt !== null,
  measured: { estimate: balloon.estimate, noEstimate: balloon.noEstimate, pressure: balloon.setup.pressure }, said: `${balloon.girths.length} girths`, open: 'tied on', ...common(balloon),
})
const ofSoap = (soap: SoapView) => {
  const dry = soap.marks.filter(mark => mark.mark === 'dry').length
  const found = soap.marks.filter(mark => mark.mark === 'foams' || mark.mark === 'bubbles').length
  return { id: soap.id, name: `Soap ${soap.number}`, to: `/jobs/${props.job.id}/soap`, at: soap.stoppedAt ?? soap.startedAt, ended: soap.stoppedAt !== null, measured: null, said: `${dry} dry, ${found} found`, open: 'open', ...common(soap) }
}
const ofSmoke = (smoke: SmokeView) => {
  const { marks, unproven } = smokeOn(props.job, smoke)
  const found = marks.filter(mark => isSmokeFind(mark.mark)).length
  return { id: smoke.id, name: `Smoke ${smoke.number}`, to: `/jobs/${props.job.id}/smoke`, at: smoke.stoppedAt ?? smoke.startedAt, ended: smoke.stoppedAt !== null, measured: null, said: `${marks.length - found} clear, ${found} found${unproven.length ? `, ${unproven.length} without proof that smoke came` : ''}`, open: 'on', ...common(smoke) }
}
const common = ({ by, earlyReason, struck }: HoldView | SoapView | BalloonView | SmokeView) => ({ by, earlyReason, struck })
const tests = computed(() => [...props.job.holds.map(ofHold), ...props.job.balloons.map(ofBalloon), ...props.job.soaps.map(ofSoap), ...props.job.smokes.map(ofSmoke)].sort((a, b) => b.at - a.at))
</script>

<template>
  <section class="sheet" aria-labelledby="tests-title">
    <h2 id="tests-title" class="mb-1">Tests</h2>
    <p v-if="!tests.length" class="soft py-1">No test yet.</p>
    <ul class="divide-y divide-(--hair)">
      <li v-for="test in tests" :key="test.id" class="py-2.5" :class="test.struck && 'soft'">
        <NuxtLink :to="test.to" class="font-semibold underline-offset-4 hover:underline">{{ test.name }}</NuxtLink> ·
        <template v-if="test.measured?.estimate">
          <span class="font-semibold" :class="verdictLook(test.measured.estimate.verdict)"><StateSign :look="verdictLook(test.measured.estimate.verdict)" :size="16" /> {{ verdictWords[test.measured.estimate.verdict] }}</span>
          {{ rateText(test.measured.estimate.leakRate) }} mL/min ({{ rateText(test.measured.estimate.low95) }} to {{ rateText(test.measured.estimate.high95) }}) at {{ short('pressure', test.measured.pressure) }}
        </template>
        <span v-else-if="test.ended && test.measured" class="soft">{{ test.measured.noEstimate }}</span>
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
