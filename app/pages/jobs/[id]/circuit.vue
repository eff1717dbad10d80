<script setup lang="ts">
import { circuitFaults } from '#core/circuit/circuitFaults'
import { proposedClosures } from '#core/circuit/proposedClosures'
import { holdingLinks } from '#core/circuit/reach'
import { liveParts, reachOn, targetPressure } from '#shared/jobCircuit'
import type { HoldView } from '#shared/leaktest/hold/holdView'
import type { JobView } from '#shared/views'

/** The circuit: what a set-up reaches, and the map itself to be changed. */
const id = String(useRoute().params.id)
const route = useRoute()
const session = useSession()
const { job, error, refresh, take } = useJob(id)
const { short } = useQuantities()
const mode = ref<'reach' | 'change'>(route.query.change === '1' ? 'change' : 'reach')
const setup = ref<Pick<HoldView, 'closures' | 'links'>>({ closures: {}, links: {} })
const pressure = ref(0)
watch(
  job,
  view => {
    if (!view || pressure.value !== 0) return
    pressure.value = targetPressure(view)
    setup.value = { closures: proposedClosures(liveParts(view)), links: holdingLinks(view.circuit) }
  },
  { immediate: true },
)
const seen = computed(() => job.value && reachOn(job.value, { ...setup.value, pressure: pressure.value || 1 }))
const flow = computed(
  () =>
    seen.value && { spaces: new Set(seen.value.spaces.keys()), parts: new Set(seen.value.reached), links: setup.value.links },
)
const picked = ref<string | null>(null)
const pickedText = computed(() => {
  const view = job.value,
    part = view?.parts.find(each => each.id === picked.value)
  if (!view || !part || !seen.value) return null
  const not = seen.value.unreached.find(each => each.partId === part.id)
  const left = part.space === null ? undefined : seen.value.spaces.get(part.space)
  return not
    ? `${part.name}: not reached, ${unreachedWords(view, not)}.`
    : `${part.name}: reached${left !== undefined ? `, ${short('pressure', left)} there` : ''}.`
})
const faults = computed(() => (job.value ? circuitFaults(job.value.circuit, liveParts(job.value)) : []))
function toggle(linkId: string) {
  const link = job.value?.circuit.links.find(each => each.id === linkId)
  if (!link || (!link.pinch && link.kind !== 'solenoid' && link.kind !== 'tap')) return
  setup.value = {
    ...setup.value,
    links: { ...setup.value.links, [linkId]: (setup.value.links[linkId] ?? link.normally) === 'shut' ? 'open' : 'shut' },
  }
}
const directions = ['pressure', 'vacuum'] as const
const direction = computed({
  get: () => (pressure.value < 0 ? ('vacuum' as const) : ('pressure' as const)),
  set: value => {
    pressure.value = (value === 'vacuum' ? -1 : 1) * Math.abs(pressure.value)
  },
})
function saved(view: JobView) {
  take(view)
  mode.value = 'reach'
}
useActionKeys('Map', [
  {
    key: 'c',
    label: 'Change the map',
    run: () => {
      mode.value = 'change'
    },
    when: () => session.mayWork && mode.value === 'reach',
  },
  {
    key: 'escape',
    label: 'Back',
    run: () => {
      if (mode.value === 'change') mode.value = 'reach'
      else void navigateTo(`/jobs/${id}`)
    },
  },
])
</script>

<template>
  <PageState v-if="!job || !seen" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div>
        <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline"
          >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
        >
        <h1 class="mt-1">{{ mode === 'reach' ? 'What a test reaches' : 'Change the map' }}</h1>
        <p class="soft">
          {{
            mode === 'reach'
              ? 'Set it up as you would close it. What is drawn thin and dashed a test says nothing about.'
              : 'Saved with the craft: the next time it comes in, this map comes along.'
          }}
        </p>
      </div>
      <UButton v-if="session.mayWork && mode === 'reach'" color="neutral" variant="outline" size="xl" @click="mode = 'change'"
        >Change the map<span class="key max-sm:hidden">C</span></UButton
      >
    </header>
    <CircuitEditor v-if="mode === 'change'" :job="job" @done="saved" @close="mode = 'reach'" />
    <template v-else>
      <p v-for="fault in faults" :key="fault.about + fault.sentence" class="sheet unsure font-medium">
        <StateSign look="unsure" :size="16" /> {{ fault.sentence }}
      </p>
      <section class="sheet" aria-label="Map">
        <TankMap
          :kind="job.tankKind"
          :parts="liveParts(job)"
          :circuit="job.circuit"
          :flow="flow"
          :picked="picked"
          pickable
          @pick="picked = $event"
          @pick-link="toggle"
        />
        <p v-if="pickedText" class="mt-1 font-medium" aria-live="polite">{{ pickedText }}</p>
        <p v-else class="soft mt-1 text-sm">Tap a part to see what reaches it; tap a valve to switch it.</p>
      </section>
      <div class="grid grid-cols-[minmax(0,1fr)] items-start gap-3 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <section class="sheet" aria-label="Set-up">
          <SetupFields v-model="setup" :job="job" may-open />
          <div class="mt-4 grid gap-4 sm:grid-cols-2">
            <UFormField label="Direction"
              ><TapChoice v-model="direction" :options="directions" several label="Direction"
            /></UFormField>
            <UFormField label="At the feed"><QuantityInput v-model="pressure" kind="pressure" /></UFormField>
          </div>
        </section>
        <section class="sheet" aria-label="What it reaches"><ReachSummary :job="job" :reach="seen" /></section>
      </div>
    </template>
  </div>
</template>
