<script setup lang="ts">
import { countText } from '#shared/writing'
import type { HoldEstimate } from '#core/hold/holdEstimate'
import { unsoundSigns, type HoldSign } from '#core/hold/belief/holdSigns'
import type { ReadingView, BenchHold } from '#shared/leaktest/hold/holdView'

/** What the estimate did with the readings: left out, stepped, settled, corrected. */
const props = defineProps<{ hold: BenchHold; estimate: HoldEstimate; readings: ReadingView[] }>()
const { short } = useQuantities()
const MOST_NAMED = 4

const ignored = computed(() => {
  const times = props.estimate.ignored
  if (times.length === 0) return ''
  return `, ${times.length} left out as wild (at ${times.slice(0, MOST_NAMED).map(durationText).join(', ')}${times.length > MOST_NAMED ? ' …' : ''})`
})
const steps = computed(() => {
  const times = props.estimate.steps
  if (times.length === 0) return null
  return `${times.length === 1 ? 'One step' : `${times.length} steps`} in the pressure, each given its own offset (at ${times.map(durationText).join(', ')}).`
})
const settling = computed(() => {
  const found = props.estimate.settling
  if (!found) return 'The gas was settled from the start.'
  const warmth = `${short('temperatureChange', Math.abs(found.amplitude), 2)} ${found.amplitude >= 0 ? 'warmer' : 'colder'}`
  return `The gas was ${warmth} than the skin at the start and settled with a time constant of ${Math.round(found.tau)} s.`
})
const jumps = computed(() => {
  const times = props.estimate.thermometerJumps
  return times.length === 0
    ? null
    : `The thermometer jumped at ${times.map(durationText).join(', ')} and the pressure did not follow: the jump is taken out and the doubt widened. See whether it still sits on the skin.`
})
const empty = computed(() =>
  props.estimate.emptyAt === null
    ? null
    : `Hardly any pressure was left after ${durationText(props.estimate.emptyAt)}; what came later says nothing and is not used.`,
)
// What withholds the verdict stands beside it already.
const beside: readonly HoldSign[] = ['rises', ...unsoundSigns]
const signs = computed(() => (props.estimate.signs ?? []).filter(sign => !beside.includes(sign)))
const checked = computed(() => {
  const used = props.hold.volumeChecks.findLast(check => check.used)
  return used
    ? `The volume was measured: ${short('volume', used.effective)} ± ${short('volume', used.uncertainty, 2)} effective.`
    : null
})
const corrected = computed(() => {
  const { setup } = props.hold
  const named = [
    props.readings.some(reading => reading.temperature !== undefined) && 'temperature',
    props.readings.some(reading => reading.barometer !== undefined) && 'weather',
    setup.rigLeak > 0 && 'the rig’s leak',
    setup.space.wallGive > 0 && 'wall give',
    setup.wetted && 'fuel left in the tank, as doubt',
  ].filter(Boolean)
  return named.length ? named.join(', ') : 'nothing: only the pressure was known'
})
const viscous = computed(() => Math.round(props.estimate.viscousWeight * 100))
</script>

<template>
  <div class="sheet space-y-1.5">
    <h2>What was found in the readings</h2>
    <p>{{ countText(estimate.readings) }} readings{{ ignored }}.</p>
    <p v-if="steps">{{ steps }}</p>
    <p>{{ settling }}</p>
    <p v-if="jumps" class="unsure font-medium">{{ jumps }}</p>
    <p v-if="empty" class="unsure font-medium">{{ empty }}</p>
    <p v-for="sign in signs" :key="sign" class="unsure font-medium">{{ holdSignWords[sign] }}</p>
    <p v-if="checked">{{ checked }}</p>
    <p class="soft">
      Corrected for {{ corrected }}. Viscous leak {{ viscous }} %, orifice {{ 100 - viscous }} %. Engine {{ estimate.engine }}.
    </p>
  </div>
</template>
