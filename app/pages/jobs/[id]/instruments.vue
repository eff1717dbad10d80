<script setup lang="ts">
import type { JobView } from '#shared/views'

/** The tank's own instruments: sender, pressure sensor, valves, relief of the cap. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, take, now } = useJob(id)
const { short } = useQuantities()
const striking = ref<{ id: string; name: string } | null>(null)
function taken(view: JobView) {
  take(view)
  striking.value = null
}
const checks = computed(() =>
  (job.value?.instruments ?? [])
    .map(each => ({ ...each, verdict: instrumentVerdict(each.facts, job.value!, short) }))
    .toReversed(),
)
const hasSensor = computed(() => job.value?.parts.some(part => part.family === 'sensor' && part.removedAt === null) ?? false)
</script>

<template>
  <PageState v-if="!job" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl space-y-3">
    <header>
      <NuxtLink :to="`/jobs/${id}`" class="soft font-semibold hover:underline"
        >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
      >
      <h1>The tank’s own instruments</h1>
    </header>
    <section v-if="checks.length" class="sheet" aria-labelledby="checked-title">
      <h2 id="checked-title" class="mb-1">Checked</h2>
      <p v-for="each in checks" :key="each.id" class="py-1.5" :class="each.struck && 'line-through'">
        <StateSign :look="each.verdict.look" :size="18" /> <b>{{ each.verdict.name }}</b>: {{ each.verdict.text }}.
        <span class="soft">{{ each.by }}, {{ clockText(each.at, now) }}</span>
        <span v-if="each.struck" class="soft"> · struck out: {{ each.struck }}</span>
        <StrikeLink
          v-else-if="session.mayWork"
          @click="striking = { id: each.id, name: `the check of ${lowerFirst(each.verdict.name)}` }"
        />
      </p>
    </section>
    <template v-if="session.mayWork">
      <SenderSweep :job="job" @done="taken" />
      <SensorCheck v-if="hasSensor" :job="job" @done="taken" />
      <ValveChecks :job="job" @done="taken" />
      <ReliefCheck :job="job" @done="taken" />
    </template>
    <StrikePanel :job="job" :subject="striking" @done="taken" @close="striking = null" />
  </div>
</template>
