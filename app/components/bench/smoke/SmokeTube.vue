<script setup lang="ts">
import type { BallReading } from '#core/leaktest/flowtube/flowTube'
import type { SmokeFlow, SmokeState } from '#shared/leaktest/smoke/smokeTest'

/** The flow tube: what it was read at, what that means, and the next reading. */
defineProps<{
  at: SmokeState
  flow: SmokeFlow | null
  simulated: boolean
  mayWork: boolean
  busy: boolean
}>()
defineEmits<{ keep: []; look: [] }>()
const ball = defineModel<BallReading>({ required: true })
const { short } = useQuantities()
</script>

<template>
  <section class="sheet" aria-labelledby="tube-title">
    <h2 id="tube-title" class="mb-1">Flow tube</h2>
    <p v-if="flow" class="mb-2">
      <template v-if="at.flow!.reading.ball === 'floor'">
        Less than <b class="figure text-lg">{{ rateText(flow.below95) }}</b> mL/min: below the smallest mark, not zero.
      </template>
      <template v-else-if="at.flow!.reading.ball === 'top'">
        More than <b class="figure text-lg">{{ rateText(flow.above95) }}</b> mL/min.
      </template>
      <template v-else>
        <b class="figure text-lg">{{ rateText(flow.rate) }}</b> mL/min ({{ rateText(flow.above95) }} to
        {{ rateText(flow.below95) }}), a hole of {{ short('hole', flow.hole, 2) }}.
      </template>
      <span class="block font-semibold" :class="verdictLook(flow.verdict)">
        <StateSign :look="verdictLook(flow.verdict)" :size="16" /> {{ verdictWords[flow.verdict] }} over
        {{ flow.reached.length }} parts where smoke was proven to be.
      </span>
    </p>
    <p v-else-if="at.flow" class="unsure mb-2 font-medium">It comes out at an open end, so the tube says nothing of leaks.</p>
    <template v-if="mayWork">
      <UButton v-if="simulated" color="neutral" variant="subtle" icon="i-lucide-eye" class="min-h-11" @click="$emit('look')"
        >Read the stand-in’s tube</UButton
      >
      <div v-else class="space-y-2">
        <BallInput v-model="ball" label="The ball" />
        <UButton color="neutral" variant="outline" class="min-h-11" :disabled="busy" @click="$emit('keep')"
          >Keep the reading</UButton
        >
      </div>
    </template>
  </section>
</template>
