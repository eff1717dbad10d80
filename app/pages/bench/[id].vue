<script setup lang="ts">
import { holdOnTrust } from '#shared/restsOn'
import { gaugeSpread } from '#core/hold/gaugeSpread'
import { reachedIn } from '#shared/leaktest/felt'
import { clockSpeeds } from '#shared/leaktest/hold/holdClock'
import { isOver } from '#shared/limits'
import type { MarkKind } from '#shared/leaktest/hold/holdForm'
import { isSimulated } from '#shared/jobEntries'
import { sealedFor } from '#shared/leaktest/limitsReached'
import type { JobView } from '#shared/views'
import type { BenchHold } from '#shared/leaktest/hold/holdView'

/** A hold on the Bench: large figures, the notch, the curve; once it is stopped, its result. */
const id = String(useRoute().params.id)
const session = useSession()
const { hold, error, readings, live, explained, running, held, estimate, refresh, take, type } = useHold(id)
const queue = useReadingQueue()
const job = shallowRef<JobView | null>(null)
tellJobHere(job)
const mustRead = useMustRead(job, 'air or smoke')
const { short } = useQuantities()
const now = useClock()
const { saving, problem, save } = useSave()
const stopping = ref(false)
const checkingVolume = ref(false)
const jobError = ref<ApiError | null>(null)
async function loadJob() {
  if (!hold.value) return
  try {
    job.value = await callApi<JobView>(`jobs/${hold.value.jobId}`)
    jobError.value = null
  } catch (thrown) {
    if (!(thrown instanceof ApiError)) throw thrown
    jobError.value = thrown
  }
}
watch(() => [hold.value?.jobId, hold.value?.state], loadJob, { immediate: true })
const retry = () => refresh().then(loadJob)

const step = (to: 'settling' | 'reading' | 'stopped') =>
  save(async () => {
    if (to === 'stopped') await queue.flush()
    take(await callApi<BenchHold>(`holds/${id}/step`, 'POST', { to }))
    // A late answer to the step before must not close the question that was opened meanwhile.
    if (to === 'stopped') stopping.value = false
  })
const { record } = useTestEntries(
  () => hold.value?.jobId ?? '',
  () => id,
  view => take(holdIn(view, id)),
)
const mark = (kind: MarkKind) => save(() => record('mark', { kind }, `Marked: ${kind.replace('-', ' ')}`))
const withSpeed = async (speed: number) => take(await callApi<BenchHold>(`holds/${id}/speed`, 'POST', { speed }))
const setSpeed = (speed: number) => save(() => withSpeed(speed))

const last = computed(() => readings.value.at(-1))
/** A logger's clock may run ahead of the hold's. */
const heldFor = computed(() => {
  const read = (last.value?.t ?? 0) - (readings.value[0]?.t ?? 0)
  return running.value ? Math.max(held.value, read) : read
})
/** The reading that is above the tank's limit, while it is. */
const over = computed(() =>
  job.value && last.value && running.value && isOver(job.value, last.value.pressure) ? last.value.pressure : null,
)
/** For how many of its parts it is sealed: fuel on a part makes its limit stricter. */
const parts = computed(() => hold.value && job.value && estimate.value && sealedFor(job.value, hold.value, estimate.value))
const look = computed(() => (estimate.value ? verdictLook(estimate.value.verdict) : 'unsure'))

/**
 * Four time constants: then less than a fiftieth of the warmth is left. Nothing is said of the first three minutes, which show
 * too little.
 */
const heldNote = computed(() => {
  if (hold.value?.state === 'settling' && !bracketed.value) {
    if (!estimate.value || held.value < 180) return 'settling'
    const left = Math.ceil((4 * (estimate.value.settling?.tau ?? 0) - held.value) / 60)
    return left > 0 ? `settling, about ${left} min to go` : 'looks settled'
  }
  const settledAt = hold.value?.settledAt ?? null
  return settledAt !== null ? `settled after ${durationText(settledAt)}` : `${readings.value.length} readings`
})

const { kit } = useKit()
const sources = {
  'stand-in': 'stand-in tank',
  'typed': 'typed by hand',
  'camera': 'by a phone’s camera',
  'file': 'from a file',
  'device': 'from a logger',
}
/** Its time may run faster: nothing here is under pressure. */
const standIn = computed(
  () => hold.value?.source === 'stand-in' || (hold.value?.source === 'camera' && job.value !== null && isSimulated(job.value)),
)
// At its fastest a day passes while somebody reaches for Stop, and a day's weather takes a verdict back.
watch(
  () => estimate.value?.verdict,
  verdict => {
    if (!running.value || !standIn.value || !session.mayWork || !verdict || verdict === 'cannot-tell') return
    if (hold.value?.clock?.speed !== clockSpeeds.at(-1)) return
    // Beside what somebody does at this moment, which it must not hold up.
    withSpeed(1).catch((thrown: unknown) => {
      if (!(thrown instanceof ApiError)) throw thrown
    })
  },
)
/** What the rig leaks and how that is known: it is taken off every figure here. */
const rig = computed(() => {
  if (!hold.value) return ''
  const { setup, kit: used } = hold.value
  const item = kit.value?.find(each => each.id === used.rig)
  const whose = item ? `${item.name}${item.rigLeak ? `, checked ${clockText(item.rigLeak.at)}` : ', never checked'}` : 'rig'
  return setup.rigLeak > 0 ? `${rateText(setup.rigLeak)} mL/min of ${whose} taken off` : `${whose}: nothing taken off`
})
const boundary = computed(() => {
  if (!hold.value || !job.value) return ''
  const { setup, source } = hold.value
  const reached = reachedIn(job.value, hold.value)
  const shut = job.value.parts
    .filter(part => part.removedAt === null && !reached.includes(part.id))
    .map(part => lowerFirst(part.name))
  return [
    `${short('volume', setup.space.volume)} at ${short('pressure', setup.testPressure)}, ${sources[source]}`,
    shut.length ? `not under test: ${shut.join(', ')}` : '',
    rig.value,
  ]
    .filter(Boolean)
    .join(' · ')
})
const spread = computed(() => (hold.value ? gaugeSpread(hold.value.setup.gauge) : 0))
const bracketed = computed(() => hold.value?.course === 'bracketed')
/** A bracketed hold before it was ever pumped. */
const blank = computed(() => running.value && bracketed.value && !hold.value?.marks.some(mark => mark.kind === 'pumped'))
const isVacuum = computed(() => (hold.value?.setup.testPressure ?? 0) < 0)
const ready = computed(() => hold.value?.state === 'set up' && session.mayWork)
const needsCautions = computed(() => ready.value && job.value !== null && mustRead.value && hold.value?.source !== 'file')

const may = () => running.value && session.mayWork && !stopping.value && !checkingVolume.value
useActionKeys('Bench', [
  { key: 'k', label: 'Mark a knock', run: () => void mark('knock'), when: may },
  { key: 't', label: 'Topped up', run: () => void mark('top-up'), when: () => may() && !bracketed.value },
  {
    key: 'd',
    label: 'It has settled: read from here',
    run: () => void step('reading'),
    when: () => may() && hold.value?.state === 'settling' && !bracketed.value,
  },
  {
    key: 'v',
    label: 'Check the volume',
    run: () => {
      checkingVolume.value = true
    },
    when: may,
  },
  {
    key: 's',
    label: 'Stop the hold',
    run: () => {
      stopping.value = true
    },
    when: may,
  },
  {
    key: 'j',
    label: 'To the job',
    run: () => {
      if (hold.value) void navigateTo(`/jobs/${hold.value.jobId}`)
    },
  },
])
</script>

<template>
  <PageState v-if="!hold || !job" :error="error ?? jobError" @retry="retry" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div class="min-w-0">
        <NuxtLink :to="`/jobs/${hold.jobId}`" class="soft font-semibold hover:underline"
          >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
        >
        <h1>Hold {{ hold.number }}<span v-if="hold.struck" class="leaking"> · struck out</span></h1>
        <p class="soft">{{ boundary }}</p>
        <p v-if="hold.relief" class="soft">
          Air from a {{ hold.supply }}, {{ hold.relief.kind }} at {{ short('pressure', hold.relief.opensAt) }}.
        </p>
        <p v-if="hold.earlyReason" class="time font-semibold">Before the repair cured: {{ hold.earlyReason }}</p>
      </div>
      <div v-if="running && session.mayWork" class="flex flex-wrap gap-2">
        <UButton color="neutral" variant="outline" size="xl" @click="mark('knock')"
          >Knock<span class="key max-sm:hidden">K</span></UButton
        >
        <UButton v-if="!bracketed" color="neutral" variant="outline" size="xl" @click="mark('top-up')"
          >Topped up<span class="key max-sm:hidden">T</span></UButton
        >
        <UButton color="neutral" variant="outline" size="xl" @click="checkingVolume = true"
          >Volume<span class="key max-sm:hidden">V</span></UButton
        >
        <UButton
          v-if="hold.state === 'settling' && !bracketed"
          color="neutral"
          variant="outline"
          size="xl"
          @click="step('reading')"
          >Settled<span class="key max-sm:hidden">D</span></UButton
        >
        <UButton color="neutral" size="xl" @click="stopping = true">Stop<span class="key max-sm:hidden">S</span></UButton>
      </div>
    </header>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <p v-if="queue.problem" role="alert" class="leaking font-medium">{{ queue.problem }}</p>
    <WaitingHere v-if="hold" :job-id="hold.jobId" :now="now" />
    <p v-if="over" role="alert" class="rounded-lg bg-(--leaking) p-4 text-xl font-bold text-(--sheet)">
      {{ short('pressure', over) }} is above this tank’s limit of {{ short('pressure', job.pressureLimit) }}. Vent it now,
      slowly, and stand clear of its flat sides.
    </p>
    <CautionList v-if="needsCautions" :job="job" act="air or smoke" @read="job = $event" />
    <HoldFile v-else-if="ready && hold.source === 'file'" :hold="hold" @taken="take" />
    <section v-else-if="ready" class="sheet flex flex-wrap items-center justify-between gap-4">
      <div class="min-w-0 flex-1 basis-80">
        <h2 class="text-lg text-(--ink)">Everything is closed and the rig is on</h2>
        <p v-if="bracketed" class="soft">
          Leave it at the room’s pressure, shut the rig off, then start. It is watched like that first; you are told when to
          pump.
        </p>
        <p v-else class="soft">
          Bring it {{ isVacuum ? 'down' : 'up' }} to {{ short('pressure', hold.setup.testPressure) }} slowly, shut the rig off,
          then start. The clock begins with settling.
        </p>
      </div>
      <UButton size="xl" color="neutral" class="text-lg" :loading="saving" @click="step('settling')">{{
        bracketed ? 'It is closed, start' : `Air is ${isVacuum ? 'out' : 'in'}, start`
      }}</UButton>
    </section>

    <PhoneJoin
      v-if="hold.source === 'camera' && hold.state !== 'stopped' && session.mayWork"
      :hold="hold"
      :readings="readings"
    />
    <template v-if="hold.state !== 'set up'">
      <BracketGuide
        v-if="running && bracketed"
        :hold="hold"
        :readings="readings"
        :held="held"
        :estimate="estimate"
        :saving="saving"
        @mark="mark"
        @stop="stopping = true"
      />
      <HoldFigures :hold="hold" :job="job" :readings="readings" :held="heldFor" :note="heldNote" />
      <section v-if="running && standIn" class="sheet flex flex-wrap items-center gap-2 py-2.5">
        <span class="mr-2 font-semibold">Stand-in time</span>
        <UButton
          v-for="speed in clockSpeeds"
          :key="speed"
          color="neutral"
          :variant="hold.clock?.speed === speed ? 'solid' : 'outline'"
          class="min-h-11 min-w-14 justify-center"
          :disabled="!session.mayWork"
          :aria-pressed="hold.clock?.speed === speed"
          @click="setSpeed(speed)"
        >
          ×{{ speed }}
        </UButton>
        <span class="soft text-sm"
          >A simulated tank: nothing here is under pressure. ×{{ clockSpeeds.at(-1) }} ends by itself once it is decided.</span
        >
      </section>
      <p v-if="running && hold.source === 'device' && !readings.length" class="sheet soft">
        Waiting for the logger’s first reading.
      </p>
      <ReadingKeypad
        v-if="running && hold.source === 'typed' && session.mayWork"
        :hold="hold"
        :readings="readings"
        @add="type"
      />

      <section class="sheet" aria-labelledby="said">
        <div class="flex flex-wrap items-baseline justify-between gap-2">
          <h2 id="said">{{ running ? 'What can be said so far' : 'What it says' }}</h2>
          <span class="soft text-sm"
            >leak rate in mL/min at {{ short('pressure', hold.setup.testPressure) }}; 95 % sure above the bar’s left end, 95 %
            below its right</span
          >
        </div>
        <HoldNotch :estimate="estimate" :limit="hold.setup.limit" :strictest="hold.setup.strictest" />
        <p aria-live="polite" class="text-lg leading-snug">
          <template v-if="estimate"
            ><b :class="look"><StateSign :look="look" :size="22" /> {{ measuredWord(estimate, parts) }}.</b>
            {{
              blank
                ? 'There is no pressure on it yet: so far only what drifts by itself is seen.'
                : holdAdvice(estimate, hold.setup, parts)
            }}</template
          >
          <span v-else class="soft">{{ hold.noEstimate ?? live?.reason ?? 'The first readings are on their way.' }}</span>
        </p>
        <div v-if="hold.state === 'stopped'" class="mt-3 flex flex-wrap gap-2">
          <UButton
            v-if="session.mayWork && estimate?.verdict === 'leaking'"
            :to="`/jobs/${hold.jobId}/soap`"
            color="neutral"
            size="xl"
            >Find it with soap</UButton
          >
          <UButton
            :to="`/jobs/${hold.jobId}`"
            color="neutral"
            :variant="estimate?.verdict === 'leaking' ? 'outline' : 'solid'"
            size="xl"
            >To the job<span class="key max-sm:hidden">J</span></UButton
          >
        </div>
      </section>

      <section v-if="hold.state === 'stopped' && estimate?.verdict === 'sealed'" class="sheet" aria-label="Taken on trust">
        <TrustLines :lines="holdOnTrust(hold)" />
      </section>
      <JointHolds v-if="hold.state === 'stopped'" :job="job" :hold-id="hold.id" />
      <section class="sheet" aria-label="Curve">
        <HoldCurve :hold="hold" :readings="readings" :estimate="estimate" :ahead="live?.ahead ?? null" />
      </section>
      <section v-if="estimate" class="grid gap-3 md:grid-cols-2">
        <div class="sheet">
          <h2 class="mb-2">Where the doubt comes from, mL/min</h2>
          <BudgetBars :budget="estimate.budget" :words="budgetWords" />
        </div>
        <HoldFindings :hold="hold" :estimate="estimate" :readings="readings" />
        <HoldWrongIf
          v-if="hold.state === 'stopped' && estimate.verdict === 'sealed'"
          :hold="hold"
          :job="job"
          :estimate="estimate"
          :readings="readings"
        />
        <div class="sheet" :class="running && 'md:col-span-2'">
          <h2 class="mb-1">What {{ rateText(estimate.leakRate) }} mL/min means</h2>
          <RateMeaning
            :rate="estimate.leakRate"
            :pressure="hold.setup.testPressure"
            :fuel="job.fuel"
            :viscous-weight="estimate.viscousWeight"
          />
        </div>
        <div v-if="explained?.variants.length && hold.state === 'stopped'" class="sheet">
          <h2 class="mb-1">With one thing otherwise</h2>
          <WhatIfTable :estimate="estimate" :variants="explained.variants" :hold="hold" :readings="readings" />
        </div>
        <div v-if="explained?.residuals.length && hold.state === 'stopped'" class="sheet md:col-span-2">
          <h2 class="mb-1">Readings off the fitted curve</h2>
          <ResidualChart :residuals="explained.residuals" :spread="spread" />
        </div>
      </section>
    </template>

    <section v-if="hold.state === 'stopped' && readings.length" class="sheet">
      <h2 class="mb-2">Take it along</h2>
      <HoldExport :hold="hold" :readings="readings" :name="`${job.craft.name} ${job.tankName}`" />
    </section>
    <LoggerKeys v-if="hold.source === 'device' && hold.state !== 'stopped'" :hold="hold" @changed="refresh" />
    <VolumeCheckPanel
      v-if="running && session.mayWork"
      v-model:open="checkingVolume"
      :hold="hold"
      :readings="readings"
      @done="take"
    />
    <UModal
      v-model:open="stopping"
      title="Stop this hold?"
      :description="
        estimate?.verdict === 'cannot-tell'
          ? 'It cannot tell yet. Stopped, it stays on the record as it is; to go on you would set up another.'
          : 'The verdict is stored with every reading behind it.'
      "
    >
      <template #footer>
        <UButton color="neutral" size="xl" autofocus :loading="saving" @click="step('stopped')">Stop it</UButton>
        <UButton color="neutral" size="xl" variant="outline" @click="stopping = false">Go on reading</UButton>
        <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
      </template>
    </UModal>
  </div>
</template>
