<script setup lang="ts">
import { figureText } from '#shared/writing'
import { stretchNow } from '#core/hold/bracket/stretches'
import { hiddenBy } from '#core/hold/ahead/hiddenBy'
import type { HoldEstimate } from '#core/hold/holdEstimate'
import { reachedIn } from '#shared/leaktest/felt'
import type { BenchHold, ReadingView } from '#shared/leaktest/hold/holdView'
import type { JobView } from '#shared/views'

/** What would have to be true for a sealed hold to be wrong, in figures that a person can look into. */
const props = defineProps<{ hold: BenchHold; job: JobView; estimate: HoldEstimate; readings: ReadingView[] }>()
const { short } = useQuantities()
/** Marks of the Bench, and those that a file's own events say. */
const marks = computed(() =>
  [...props.hold.marks, ...props.readings.flatMap(({ t, event }) => (event === undefined ? [] : [{ t, kind: event }]))].sort(
    (a, b) => a.t - b.t,
  ),
)
const stretches = computed(() => marks.value.map((_, k) => stretchNow(marks.value.slice(0, k + 1)).kind))
const hidden = computed(() =>
  hiddenBy(props.hold.setup, props.estimate, marks.value, {
    from: props.readings[0]?.t ?? 0,
    to: props.readings.at(-1)?.t ?? 0,
  }),
)
const isBracketed = computed(() => stretches.value.some(kind => kind === 'blank' || kind === 'blank after'))
const toppedUp = computed(() => stretches.value.includes('topped up'))
const felt = computed(() => props.hold.volumeChecks.some(check => check.used))
const shut = computed(() => {
  const reached = reachedIn(props.job, props.hold)
  return props.job.parts
    .filter(part => part.removedAt === null && !reached.includes(part.id))
    .map(part => lowerFirst(part.name))
})
const reasons = computed(() => {
  const { warmth, pressure, drift, volume, held } = hidden.value
  const { setup } = props.hold
  const within = durationText(held)
  return [
    {
      what: `The gas warmed by ${short('temperatureChange', warmth, 2)} in ${within}, ${props.hold.hasThermometer ? 'beside what the thermometer showed' : 'while nobody read its temperature'}.`,
      against: isBracketed.value ? 'The blank stretches would have shown it, if it went on as before.' : null,
    },
    {
      what: `Fuel that evaporates, or the weather, added ${short('pressure', pressure, 2)}${setup.surroundings?.inside === 'wet with fuel' ? '' : ' to a tank that was told to hold none'}.`,
      against: null,
    },
    {
      what: `The gauge drifted up by ${short('pressure', drift, 2)} an hour.`,
      against: isBracketed.value ? 'It would have in the blanks as well.' : null,
    },
    ...(volume === null
      ? []
      : [
          {
            what: `The gas volume is ${volume < 10 ? figureText(volume, 1) : Math.round(volume)} times the ${short('volume', setup.space.volume)} that was given.`,
            against: felt.value ? 'It was measured.' : null,
          },
        ]),
    {
      what: 'The gauge never felt the tank: a shut valve, a kinked hose, tape over the port.',
      against: felt.value ? 'A known push of air was felt, so it did.' : 'A known push of air would show it.',
    },
    {
      what: `The leak shuts itself once it is under pressure, opens only above ${short('pressure', setup.testPressure)}, or only wet, moving or hot.`,
      against: toppedUp.value ? 'It was topped up, and did not fall again.' : null,
    },
    ...(shut.value.length ? [{ what: `It is in what was not under test: ${shut.value.join(', ')}.`, against: null }] : []),
  ]
})
</script>

<template>
  <div class="sheet">
    <h2 class="mb-1">It is wrong only if</h2>
    <p class="soft mb-1.5">
      A leak of {{ limitText(hold.setup.strictest ?? hold.setup.limit) }} mL/min would look like this hold if one of these were
      true, or several in part:
    </p>
    <ul class="space-y-1.5">
      <li v-for="reason in reasons" :key="reason.what" class="flex gap-2.5">
        <span aria-hidden="true" class="soft mt-2.5 h-1.5 w-1.5 shrink-0 rounded-full bg-current" />
        <span
          >{{ reason.what }} <span v-if="reason.against" class="soft">{{ reason.against }}</span></span
        >
      </li>
    </ul>
    <p v-if="estimate.signs?.length" class="unsure mt-1.5 font-medium">
      {{ estimate.signs.map(sign => holdSignWords[sign]).join(' ') }}
    </p>
  </div>
</template>
