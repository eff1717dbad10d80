<script setup lang="ts">
import { clockSpeeds } from '#shared/holdClock'
import type { MarkKind } from '#shared/schemas/hold'
import type { JobView } from '#shared/views'
import type { LiveHold } from '~/composables/useHold'

/** A hold on the Bench: large figures, the curve, the notch; then its result. */
const id = String(useRoute().params.id)
const session = useSession()
const { hold, error, readings, live, running, held, estimate, refresh, take, type } = useHold(id)
const queue = useReadingQueue()
const job = shallowRef<JobView | null>(null)
const { figure, short, unit } = useQuantities()
const { saving, problem, save } = useSave()
const stopping = ref(false)
watch(() => hold.value?.jobId, async jobId => { if (jobId) await save(async () => { job.value = await callApi<JobView>(`jobs/${jobId}`) }) }, { immediate: true })

const step = (to: 'settling' | 'reading' | 'stopped') => save(async () => {
  if (to === 'stopped') await queue.flush()
  take(await callApi<LiveHold>(`holds/${id}/step`, 'POST', { to }))
  stopping.value = false
})
const mark = (kind: MarkKind) => save(async () => take(await callApi<LiveHold>(`holds/${id}/marks`, 'POST', { id: newId(), kind })))
const setSpeed = (speed: number) => save(async () => take(await callApi<LiveHold>(`holds/${id}/speed`, 'POST', { speed })))

const file = ref<File | null>(null)
const fileProblem = ref<string | null>(null)
async function takeFile(chosen: File | null | undefined) {
  fileProblem.value = null
  if (!chosen) return
  const text = await chosen.text()
  await save(async () => {
    try {
      take(await callApi<LiveHold>(`holds/${id}/file`, 'POST', { text }))
    }
    catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      fileProblem.value = thrown.message
      file.value = null
    }
  })
}

const first = computed(() => readings.value[0])
const last = computed(() => readings.value.at(-1))
const change = (key: 'temperature' | 'barometer', kind: QuantityKind) => {
  const a = readings.value.find(reading => reading[key] !== undefined)?.[key], b = [...readings.value].reverse().find(reading => reading[key] !== undefined)?.[key]
  if (a === undefined || b === undefined) return null
  const value = figure(kind, b - a, key === 'temperature' ? 2 : 1)
  return `${b >= a ? '+' : ''}${value} since the start`
}
const over = computed(() => job.value && last.value && running.value && Math.abs(last.value.pressure) > job.value.pressureLimit)
const shut = computed(() => (job.value && hold.value ? job.value.parts.filter(part => part.removedAt === null && part.opening && (hold.value!.closures[part.id] ?? 'own') !== 'own').map(part => lowerFirst(part.name)) : []))
const look = computed(() => (estimate.value ? verdictLook(estimate.value.verdict) : 'unsure'))
/** Four time constants: then less than a fiftieth of the warmth is left. Nothing is said of the first three minutes, which show too little. */
const settling = computed(() => {
  if (hold.value?.state !== 'settling') return null
  if (!estimate.value || held.value < 180) return 'settling'
  const left = Math.ceil((4 * (estimate.value.settling?.tau ?? 0) - held.value) / 60)
  return left > 0 ? `settling, about ${left} min to go` : 'looks settled'
})
const ready = computed(() => hold.value?.state === 'set up' && session.mayWork)
const needsCautions = computed(() => ready.value && job.value !== null && job.value.cautions === null && hold.value?.source !== 'file')

const may = () => running.value && session.mayWork && !stopping.value
useActionKeys('Bench', [
  { key: 'k', label: 'Mark a knock', run: () => void mark('knock'), when: may },
  { key: 't', label: 'Topped up', run: () => void mark('top-up'), when: may },
  { key: 'd', label: 'It has settled: read from here', run: () => void step('reading'), when: () => may() && hold.value?.state === 'settling' },
  { key: 's', label: 'Stop the hold', run: () => { stopping.value = true }, when: may },
  { key: 'j', label: 'To the job', run: () => { if (hold.value) void navigateTo(`/jobs/${hold.value.jobId}`) } },
])
</script>

<template>
  <PageState v-if="!hold || !job" :error="error ?? null" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div class="min-w-0">
        <NuxtLink :to="`/jobs/${hold.jobId}`" class="soft font-semibold hover:underline">← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink>
        <h1>Hold {{ hold.number }}<span v-if="hold.struck" class="leaking"> · struck out</span></h1>
        <p class="soft">
          {{ short('volume', hold.setup.space.volume) }} at {{ short('pressure', hold.setup.testPressure) }}, {{ { 'stand-in': 'stand-in tank', 'typed': 'typed from a gauge', 'file': 'from a file' }[hold.source] }}<template v-if="shut.length"> · not under test: {{ shut.join(', ') }}</template> · rig leak {{ rateText(hold.setup.rigLeak) }} mL/min
        </p>
        <p v-if="hold.earlyReason" class="time font-semibold">Before the repair cured: {{ hold.earlyReason }}</p>
      </div>
      <div v-if="running && session.mayWork" class="flex flex-wrap gap-2">
        <UButton color="neutral" variant="outline" size="xl" @click="mark('knock')">Knock<span class="key max-sm:hidden">K</span></UButton>
        <UButton color="neutral" variant="outline" size="xl" @click="mark('top-up')">Topped up<span class="key max-sm:hidden">T</span></UButton>
        <UButton v-if="hold.state === 'settling'" color="neutral" variant="outline" size="xl" @click="step('reading')">Settled<span class="key max-sm:hidden">D</span></UButton>
        <UButton color="neutral" size="xl" @click="stopping = true">Stop<span class="key max-sm:hidden">S</span></UButton>
      </div>
    </header>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <p v-if="queue.problem" role="alert" class="leaking font-medium">{{ queue.problem }}</p>
    <p v-if="over" role="alert" class="sheet border-2 border-(--leaking) text-lg font-bold leaking">Above this tank’s limit of {{ short('pressure', job.pressureLimit) }}. Let air out now.</p>

    <CautionList v-if="needsCautions" :job="job" @read="job = $event" />
    <section v-else-if="ready && hold.source === 'file'" class="sheet space-y-3">
      <h2 class="text-lg text-(--ink)">The file of readings</h2>
      <p class="soft">One header row with the unit in each name, such as <code>time_s</code>, <code>pressure_kPa</code>, <code>temperature_C</code>, <code>barometer_hPa</code>, <code>event</code>. Comma, semicolon or tab, decimal point or comma. It is taken whole or not at all.</p>
      <UFileUpload v-model="file" accept=".csv,.txt,text/csv,text/plain" label="Drop the file here, or tap to choose it" icon="i-lucide-file-up" class="min-h-40 w-full" @update:model-value="takeFile($event as File | null)" />
      <p v-if="fileProblem" role="alert" class="leaking text-lg font-semibold">{{ fileProblem }}</p>
    </section>
    <section v-else-if="ready" class="sheet flex flex-wrap items-center justify-between gap-4">
      <div class="min-w-0 flex-1 basis-80">
        <h2 class="text-lg text-(--ink)">Everything is closed and the rig is on</h2>
        <p class="soft">Bring it {{ hold.setup.testPressure < 0 ? 'down' : 'up' }} to {{ short('pressure', hold.setup.testPressure) }} slowly, shut the rig off, then start. The clock begins with settling.</p>
      </div>
      <UButton size="xl" color="neutral" class="text-lg" :loading="saving" @click="step('settling')">Air is {{ hold.setup.testPressure < 0 ? 'out' : 'in' }}, start</UButton>
    </section>

    <template v-if="hold.state !== 'set up'">
      <div class="grid grid-cols-2 gap-3 md:grid-cols-4">
        <div class="sheet"><h2>Pressure</h2><p class="big figure">{{ last ? figure('pressure', last.pressure) : '–' }}<small>{{ unit('pressure') }}</small></p><p class="soft text-sm">limit {{ short('pressure', job.pressureLimit) }}</p></div>
        <div class="sheet"><h2>Skin</h2><p class="big figure">{{ last?.temperature !== undefined ? figure('temperature', last.temperature) : '–' }}<small v-if="last?.temperature !== undefined">{{ unit('temperature') }}</small></p><p class="soft text-sm">{{ hold.hasThermometer || last?.temperature !== undefined ? change('temperature', 'temperatureChange') ?? 'no reading yet' : `no thermometer: ±${short('temperatureChange', hold.setup.temperatureChangeUncertainty)}` }}</p></div>
        <div class="sheet"><h2>Barometer</h2><p class="big figure">{{ last?.barometer !== undefined ? figure('weather', last.barometer) : '–' }}<small v-if="last?.barometer !== undefined">hPa</small></p><p class="soft text-sm">{{ hold.hasBarometer || last?.barometer !== undefined ? change('barometer', 'weather') ?? 'no reading yet' : `no barometer: ±${short('weather', hold.setup.barometerChangeUncertainty)}` }}</p></div>
        <div class="sheet"><h2>Held for</h2><p class="big figure">{{ durationText(running ? held : (last?.t ?? 0) - (first?.t ?? 0)) }}</p><p class="soft text-sm">{{ settling ?? (hold.settledAt !== null ? `settled after ${durationText(hold.settledAt)}` : `${readings.length} readings`) }}</p></div>
      </div>

      <section v-if="running && hold.source === 'stand-in'" class="sheet flex flex-wrap items-center gap-2 py-2.5">
        <span class="mr-2 font-semibold">Stand-in time</span>
        <UButton v-for="speed in clockSpeeds" :key="speed" color="neutral" :variant="hold.clock?.speed === speed ? 'solid' : 'outline'" class="min-h-11 min-w-14 justify-center" :disabled="!session.mayWork" :aria-pressed="hold.clock?.speed === speed" @click="setSpeed(speed)">×{{ speed }}</UButton>
        <span class="soft text-sm">A simulated tank: nothing here is under pressure.</span>
      </section>
      <ReadingKeypad v-if="running && hold.source === 'typed' && session.mayWork" :hold="hold" :readings="readings" @add="type" />

      <section class="sheet" aria-labelledby="said">
        <div class="flex flex-wrap items-baseline justify-between gap-2"><h2 id="said">{{ running ? 'What can be said so far' : 'What it says' }}</h2><span class="soft text-sm">leak rate in mL/min at {{ short('pressure', hold.setup.testPressure) }}; 95 % sure it lies in the bar</span></div>
        <HoldNotch :estimate="estimate" :limit="hold.setup.limit" />
        <p aria-live="polite" class="text-lg leading-snug">
          <template v-if="estimate"><b :class="look"><StateSign :look="look" :size="22" /> {{ verdictWords[estimate.verdict] }}.</b> {{ holdAdvice(estimate, hold.setup) }}</template>
          <span v-else class="soft">{{ hold.noEstimate ?? live?.reason ?? 'The first readings are on their way.' }}</span>
        </p>
        <div v-if="hold.state === 'stopped'" class="mt-3 flex flex-wrap gap-2">
          <UButton v-if="session.mayWork && estimate?.verdict === 'leaking'" :to="`/jobs/${hold.jobId}/soap`" color="neutral" size="xl">Find it with soap</UButton>
          <UButton :to="`/jobs/${hold.jobId}`" color="neutral" :variant="estimate?.verdict === 'leaking' ? 'outline' : 'solid'" size="xl">To the job<span class="key max-sm:hidden">J</span></UButton>
        </div>
      </section>

      <section class="sheet" aria-label="Curve"><HoldCurve :hold="hold" :readings="readings" :estimate="estimate" :ahead="live?.ahead ?? null" /></section>

      <section v-if="estimate" class="grid gap-3 md:grid-cols-2">
        <div class="sheet"><h2 class="mb-2">Where the doubt comes from, mL/min</h2><BudgetBars :budget="estimate.budget" /></div>
        <div class="sheet space-y-1.5">
          <h2>What was found in the readings</h2>
          <p>{{ estimate.readings }} readings<template v-if="estimate.ignored.length">, {{ estimate.ignored.length }} left out as wild (at {{ estimate.ignored.slice(0, 4).map(durationText).join(', ') }}<template v-if="estimate.ignored.length > 4"> …</template>)</template>.</p>
          <p v-if="estimate.steps.length">{{ estimate.steps.length === 1 ? 'One step' : `${estimate.steps.length} steps` }} in the pressure, each given its own offset (at {{ estimate.steps.map(durationText).join(', ') }}).</p>
          <p v-if="estimate.settling">The gas was {{ short('temperatureChange', Math.abs(estimate.settling.amplitude), 2) }} {{ estimate.settling.amplitude >= 0 ? 'warmer' : 'colder' }} than the skin at the start and settled with a time constant of {{ Math.round(estimate.settling.tau) }} s.</p>
          <p v-else>The gas was settled from the start.</p>
          <p class="soft">Corrected for {{ [last?.temperature !== undefined && 'temperature', last?.barometer !== undefined && 'weather', hold.setup.rigLeak > 0 && 'the rig’s leak', hold.setup.space.wallGive > 0 && 'wall give'].filter(Boolean).join(', ') || 'nothing: only the pressure was known' }}. Viscous leak {{ Math.round(estimate.viscousWeight * 100) }} %, orifice {{ Math.round((1 - estimate.viscousWeight) * 100) }} %. Engine {{ estimate.engine }}.</p>
        </div>
      </section>
    </template>

    <UModal v-model:open="stopping" title="Stop this hold?" :description="estimate?.verdict === 'cannot-tell' ? 'It cannot tell yet. Stopped, it stays on the record as it is; to go on you would set up another.' : 'The verdict is stored with every reading behind it.'">
      <template #footer>
        <UButton color="neutral" size="xl" autofocus :loading="saving" @click="step('stopped')">Stop it</UButton>
        <UButton color="neutral" size="xl" variant="outline" @click="stopping = false">Go on reading</UButton>
        <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
      </template>
    </UModal>
  </div>
</template>

<style scoped>
.big { font-size: clamp(2.25rem, 5.500vw, 3.500rem); line-height: 1.050; }
.big small { font-size: 0.4em; font-weight: 500; margin-left: 0.25em; color: var(--ink-soft); }
</style>
