<script setup lang="ts">
import { stretchAdvice } from '#core/hold/bracket/stretchAdvice'
import { markAfter, stretchKinds, stretchNow } from '#core/hold/bracket/stretches'
import type { HoldEstimate } from '#core/hold/holdEstimate'
import type { MarkKind } from '#shared/leaktest/hold/holdForm'
import type { BenchHold, ReadingView } from '#shared/leaktest/hold/holdView'

/** Leads through a bracketed hold in large words and a clock; any stretch can be cut short or left out. */
const props = defineProps<{
  hold: BenchHold
  readings: ReadingView[]
  held: number
  estimate: HoldEstimate | null
  saving: boolean
}>()
const emit = defineEmits<{ mark: [kind: MarkKind]; stop: [] }>()
const { short } = useQuantities()
const session = useSession()

const stretch = computed(() => stretchNow(props.hold.marks))
const at = computed(() => stretchKinds.indexOf(stretch.value.kind))
const advice = computed(() =>
  stretchAdvice(
    props.hold.setup,
    stretch.value,
    props.held,
    props.readings.map(reading => reading.t),
    props.estimate,
  ),
)
const watched = computed(() => Math.max(0, props.held - (stretch.value.moving ?? stretch.value.begun)))
const target = computed(() => short('pressure', props.hold.setup.testPressure))
const next = computed(() => markAfter[stretch.value.kind])

/** What is done with hands to come to a stretch, while it is done, and the word for having done it. */
const moves = computed(() => {
  const vacuum = props.hold.setup.testPressure < 0
  const by = (verb: string) => `${verb} to ${target.value}, then shut the rig.`
  return {
    'pumped': {
      do: vacuum ? 'Draw it down' : 'Pump it up',
      busy: by(vacuum ? 'Draw slowly' : 'Pump slowly'),
      done: 'It is at pressure',
    },
    'top-up': {
      do: vacuum ? 'Draw it down again' : 'Top it up',
      busy: by(vacuum ? 'Draw back' : 'Pump back'),
      done: 'It is topped up',
    },
    'vented and closed': {
      do: 'Vent it',
      busy: `Let it all ${vacuum ? 'in' : 'out'}, slowly, then close it.`,
      done: 'It is closed again',
    },
  }
})
const headings = {
  'blank': 'Closed, no pressure: watch',
  'under pressure': 'Under pressure: watch',
  'topped up': 'Topped up: watch',
  'blank after': 'Closed again, no pressure: watch',
} as const
const isLast = computed(() => next.value === null)
</script>

<template>
  <section class="sheet" aria-label="Bracketed hold">
    <ol class="mb-3 flex gap-1.5" aria-label="Stretches">
      <li
        v-for="(kind, k) in stretchKinds"
        :key="kind"
        class="h-2.5 flex-1 rounded-full"
        :class="k < at ? 'bg-(--ink)' : k === at ? 'bg-(--time)' : 'bg-(--hair)'"
        :aria-current="k === at ? 'step' : undefined"
      >
        <span class="sr-only">{{ headings[kind] }}</span>
      </li>
    </ol>
    <div class="flex flex-wrap items-center justify-between gap-x-6 gap-y-3">
      <div class="min-w-0 flex-1 basis-72">
        <h2 class="text-2xl leading-tight text-(--ink)">
          {{ stretch.moving === null ? headings[stretch.kind] : next && moves[next].busy }}
        </h2>
        <p class="soft text-lg">
          {{
            stretch.moving === null
              ? stretchWords[advice.why] + (advice.ready ? '' : ` About ${waitText(advice.left)} more.`)
              : 'What is read meanwhile is left out.'
          }}
        </p>
      </div>
      <p class="figure text-5xl font-semibold" :aria-label="`for ${durationText(watched)}`">{{ durationText(watched) }}</p>
    </div>
    <div v-if="session.mayWork" class="mt-3 flex flex-wrap gap-2">
      <template v-if="next">
        <UButton
          v-if="stretch.moving === null"
          size="xl"
          color="neutral"
          class="min-h-14 text-lg"
          :variant="advice.ready ? 'solid' : 'outline'"
          :loading="saving"
          @click="emit('mark', 'moving gas')"
          >{{ moves[next].do }}{{ advice.ready ? '' : ' now already' }}</UButton
        >
        <UButton v-else size="xl" color="neutral" class="min-h-14 text-lg" :loading="saving" @click="emit('mark', next)">{{
          moves[next].done
        }}</UButton>
        <UButton
          v-if="stretch.kind === 'under pressure'"
          size="xl"
          color="neutral"
          variant="ghost"
          class="min-h-14"
          @click="emit('mark', 'vented and closed')"
          >Leave the top-up out: vented and closed</UButton
        >
      </template>
      <UButton
        size="xl"
        color="neutral"
        class="min-h-14 text-lg"
        :variant="isLast && advice.ready ? 'solid' : 'ghost'"
        @click="emit('stop')"
        >{{ isLast ? 'Stop the hold' : 'Leave the rest out' }}</UButton
      >
    </div>
  </section>
</template>
