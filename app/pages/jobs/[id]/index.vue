<script setup lang="ts">
import { fuelLimit, systemLimit } from '#shared/ledgerParts'
import { fuelName } from '#core/fuel/fuels'
import { descentOf } from '#shared/jobEntries'
import { restsOn } from '#shared/restsOn'
import { jobProof } from '#shared/prove/jobProof'
import type { JobView } from '#shared/views'
import { testFaces } from '~/leaktest/testFaces'

/** A job: how far it is, its map, what still stands, its descent, the register, the tests and all that was done. */
const route = useRoute()
const id = String(route.params.id)
const session = useSession()
const { job, error, refresh, standing, partName, take, now } = useJob(id)
const { short } = useQuantities()
const picked = ref<string | null>(null)
const panel = ref<'touch' | 'edit' | 'renew' | null>(route.query.edit === '1' ? 'edit' : null)
const opened = (name: 'touch' | 'edit' | 'renew') =>
  computed({
    get: () => panel.value === name,
    set: value => {
      panel.value = value ? name : null
    },
  })
const touchOpen = opened('touch'),
  editOpen = opened('edit'),
  renewOpen = opened('renew')
/** In the address, as the repair is, so that the next step can lead to it again and again. */
const thermometerOpen = computed({
  get: () => route.query.thermometer === '1',
  set: value => void navigateTo({ query: value ? { thermometer: '1' } : {} }, { replace: !value }),
})
const repairing = computed(() => (typeof route.query.repair === 'string' ? route.query.repair : null))
const repair = (leakId: string | null) => navigateTo({ query: leakId ? { repair: leakId } : {} }, { replace: leakId === null })
const seeing = ref<SeenStart | null>(route.query.seen === '1' ? {} : null)
const striking = ref<{ id: string; name: string } | null>(null)

function done(view: JobView) {
  take(view)
  panel.value = null
  striking.value = null
  if (repairing.value) void repair(null)
}
const parts = computed(() => job.value?.parts.filter(part => part.removedAt === null) ?? [])
const looks = computed(() =>
  Object.fromEntries(standing.value?.ledger.parts.map(row => [row.partId, standingLook(row.standing)]) ?? []),
)
const action = computed(() => standing.value && nextAction(id, standing.value.next))
/** Sealed on the bench is half: how far it is proved in use. */
const proving = computed(() => {
  if (!job.value || standing.value?.ledger.state !== 'sealed') return null
  const { rows, complete } = jobProof(job.value, standing.value.entries)
  const done = rows.filter(row => row.entry !== null).length
  return complete ? 'Proved in use.' : `${done} of ${rows.length} steps in use are done until it is proved.`
})
const standsCount = computed(() => standing.value?.ledger.parts.filter(part => part.standing === 'stands').length ?? 0)
/** The leak that most wants a repair: one found or back, else one that is repaired and not proved. */
const firstOpen = computed(() => {
  const leaks = standing.value?.ledger.leaks ?? []
  return (
    (leaks.find(leak => leak.state === 'found' || leak.state === 'back') ?? leaks.find(leak => leak.state !== 'sealed'))?.id ??
    null
  )
})
const complaintText = computed(() => (job.value ? complaintLine(job.value.complaint) : ''))

const testButtons = Object.values(testFaces).map(face => ({ ...face.button, to: face.setUpPage(id) }))

const may = () => session.mayWork && job.value !== null
useActionKeys('Job', [
  {
    key: 'enter',
    label: 'Do the next thing',
    run: () => void navigateTo(action.value!.to),
    when: () => action.value !== null && panel.value === null && !repairing.value && document.activeElement === document.body,
  },
  ...testButtons.map(({ key, keyLabel, to }) => ({ key, label: keyLabel, run: () => void navigateTo(to), when: may })),
  {
    key: 'r',
    label: 'Repair the first open leak',
    run: () => {
      if (firstOpen.value) void navigateTo(`/jobs/${id}/leaks/${firstOpen.value}`)
    },
    when: may,
  },
  {
    key: 'f',
    label: 'A leak is seen by eye',
    run: () => {
      seeing.value = {}
    },
    when: may,
  },
  {
    key: 't',
    label: 'Parts were disturbed',
    run: () => {
      panel.value = 'touch'
    },
    when: may,
  },
  {
    key: 'e',
    label: 'Change tank and complaint',
    run: () => {
      panel.value = 'edit'
    },
    when: may,
  },
  { key: 'k', label: 'Make safe', run: () => void navigateTo(`/jobs/${id}/safe`) },
  { key: 'x', label: 'Strip and rebuild', run: () => void navigateTo(`/jobs/${id}/strip`) },
  { key: 'n', label: 'Narrow: suspects and the next check', run: () => void navigateTo(`/jobs/${id}/narrow`) },
  { key: 'm', label: 'Map and reach', run: () => void navigateTo(`/jobs/${id}/circuit`) },
  { key: 'w', label: 'The record', run: () => void navigateTo(`/jobs/${id}/record`) },
])
</script>

<template>
  <PageState v-if="!job || !standing" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div class="min-w-0">
        <h1>{{ job.craft.name }} · {{ job.tankName }}</h1>
        <p class="mt-1">
          <span class="font-semibold" :class="jobLook(standing.ledger.state)"
            ><StateSign :look="jobLook(standing.ledger.state)" /> {{ jobWords[standing.ledger.state] }}.</span
          >
          {{ nextSentence(standing.next, now) }}
        </p>
        <p class="soft">
          {{ standsCount }} of {{ parts.length }} parts have evidence that still stands.
          <template v-if="job.reality !== 'practice'">
            <NuxtLink :to="`/past/crafts/${job.craft.id}`" class="underline">What this craft was here for</NuxtLink>
            <template v-if="session.mayWork"> · <CopyToPractice :job-id="job.id" /> </template>
          </template>
        </p>
        <p v-if="proving" class="soft">
          {{ proving }}
          <NuxtLink :to="`/jobs/${job.id}/prove`" class="font-semibold underline">Prove it in use</NuxtLink>
        </p>
        <p v-if="job.closedAt !== null" class="soft font-semibold">
          {{ job.closedReason ? 'Left as it is' : 'Handed back' }} {{ clockText(job.closedAt, now) }}. Whatever is recorded on
          it, but for a look that stays dry, brings it back to the Bay.
        </p>
        <p v-for="other in job.alsoOpen" :key="other.id" class="unsure font-semibold">
          Another job of this tank is open since {{ clockText(other.openedAt, now) }}: what is found and done there is not
          counted here. <NuxtLink :to="`/jobs/${other.id}`" class="underline">Look at it</NuxtLink>, and close one of the two.
        </p>
        <p v-if="job.brought" class="unsure font-semibold">
          Brought in from {{ job.brought.shop }} {{ clockText(job.brought.broughtAt, now) }}: what was recorded there this shop
          did not see.
        </p>
      </div>
      <div class="flex flex-wrap gap-2">
        <UButton :to="`/jobs/${job.id}/record`" color="neutral" variant="outline" size="xl"
          >Record<span class="key max-sm:hidden">W</span></UButton
        >
        <UButton
          v-if="session.mayWork || ['watch', 'sign', 'record'].includes(standing.next.action)"
          :to="action!.to"
          color="neutral"
          size="xl"
          >{{ action!.label }}<span class="key max-sm:hidden">Enter</span></UButton
        >
      </div>
    </header>
    <p v-if="error" role="alert" class="leaking font-medium">{{ error.message }}</p>
    <WaitingHere :job-id="job.id" :now="now" />
    <JobSeam :job="job" :ledger="standing.ledger" :next="standing.next" :now="now" />

    <RestsOn v-if="standing.ledger.state === 'sealed'" class="sheet" :rests="restsOn(job, standing.entries, standing.ledger)" />

    <section class="sheet" aria-label="Map">
      <TankMap
        :kind="job.tankKind"
        :parts="parts"
        :circuit="job.circuit"
        :leaks="mapLeaks(job, standing.ledger)"
        :looks="looks"
        :picked="picked"
        pickable
        @pick="picked = $event"
      />
      <div v-if="session.mayWork" class="mt-1 flex flex-wrap gap-2">
        <UButton :to="`/jobs/${job.id}/safe`" color="neutral" variant="outline" icon="i-lucide-shield-check" class="min-h-11"
          >Make safe<span class="key max-sm:hidden">K</span></UButton
        >
        <UButton :to="`/jobs/${job.id}/narrow`" color="neutral" variant="outline" icon="i-lucide-list-filter" class="min-h-11"
          >Narrow<span class="key max-sm:hidden">N</span></UButton
        >
        <UButton :to="`/jobs/${job.id}/strip`" color="neutral" variant="outline" icon="i-lucide-wrench" class="min-h-11"
          >Strip<span class="key max-sm:hidden">X</span></UButton
        >
        <UButton
          v-for="test in testButtons"
          :key="test.key"
          :to="test.to"
          color="neutral"
          variant="outline"
          :icon="test.icon"
          class="min-h-11"
          >{{ test.label }}<span class="key max-sm:hidden">{{ test.key.toUpperCase() }}</span></UButton
        >
        <UButton color="neutral" variant="outline" icon="i-lucide-eye" class="min-h-11" @click="seeing = {}"
          >Seen by eye<span class="key max-sm:hidden">F</span></UButton
        >
        <UButton color="neutral" variant="outline" icon="i-lucide-hand" class="min-h-11" @click="panel = 'touch'"
          >Disturbed<span class="key max-sm:hidden">T</span></UButton
        >
        <UButton :to="`/jobs/${job.id}/instruments`" color="neutral" variant="outline" icon="i-lucide-gauge" class="min-h-11"
          >Its instruments</UButton
        >
        <UButton :to="`/jobs/${job.id}/mend`" color="neutral" variant="outline" icon="i-lucide-paintbrush" class="min-h-11"
          >Work without a leak</UButton
        >
        <UButton
          v-if="job.work === 'new tank' || job.work === 'new for old'"
          :to="`/jobs/${job.id}/new-tank`"
          color="neutral"
          variant="outline"
          icon="i-lucide-container"
          class="min-h-11"
          >A new tank</UButton
        >
        <UButton :to="`/jobs/${job.id}/circuit`" color="neutral" variant="outline" icon="i-lucide-waypoints" class="min-h-11"
          >Map and reach<span class="key max-sm:hidden">M</span></UButton
        >
      </div>
    </section>

    <div class="grid grid-cols-[minmax(0,1fr)] gap-3 lg:grid-cols-[minmax(0,1.550fr)_minmax(0,1fr)]">
      <section class="sheet" aria-labelledby="stands-title">
        <h2 id="stands-title" class="mb-2">What still stands</h2>
        <StandsTable :ledger="standing.ledger" :entries="standing.entries" :picked="picked" @pick="picked = $event" />
      </section>
      <div class="space-y-3">
        <section class="sheet" aria-labelledby="descent-title">
          <h2 id="descent-title" class="mb-1">Descent</h2>
          <DescentChart v-if="descentOf(job).length" :points="descentOf(job)" :limit="systemLimit(job)" :height="180" />
          <p v-else class="soft py-4">No hold has been measured yet. Each one will be a step here, down to the limit.</p>
        </section>
        <section class="sheet" aria-labelledby="tank-title">
          <div class="flex items-center justify-between">
            <h2 id="tank-title">Tank and complaint</h2>
            <UButton v-if="session.mayWork" color="neutral" variant="ghost" size="md" class="min-h-11" @click="panel = 'edit'"
              >Change<span class="key max-sm:hidden">E</span></UButton
            >
          </div>
          <p>
            {{ short('volume', job.capacity) }} {{ job.material }}, {{ fuelName(job.fuel).toLowerCase() }}. Never above
            {{ short('pressure', job.pressureLimit) }} ({{ job.limitSource }}). A leak up to
            {{ limitText(systemLimit(job)) }} mL/min is accepted, {{ rateText(fuelLimit(job)) }} where fuel stands.
          </p>
          <p v-if="complaintText" class="mt-2 font-medium">{{ complaintText }}</p>
          <p v-if="job.complaint.words" class="soft mt-1">“{{ job.complaint.words }}”</p>
        </section>
      </div>
    </div>

    <NextFrame>
      <LeakRegister
        :job="job"
        :ledger="standing.ledger"
        :now="now"
        @thermometer="thermometerOpen = true"
        @strike="striking = $event"
        @seen="seeing = $event"
      />
      <MeasuredLeaks :job="job" :ledger="standing.ledger" :part-name="partName" @done="done" @strike="striking = $event" />
      <JointHolds :job="job" />
      <TestList :job="job" @strike="striking = $event" />

      <section v-if="job.touches.length" class="sheet" aria-labelledby="touch-title">
        <h2 id="touch-title" class="mb-1">Disturbed</h2>
        <p v-for="touch in job.touches" :key="touch.id" class="py-1">
          <span :class="touch.struck && 'line-through'"
            >{{ touch.partIds.map(partName).join(', ') }} {{ touch.kind }}, {{ clockText(touch.at, now) }}, {{ touch.by
            }}<template v-if="touch.note">. {{ touch.note }}</template></span
          >
          <span v-if="touch.struck" class="soft"> · struck out: {{ touch.struck }}</span>
          <StrikeLink v-else-if="session.mayWork" @click="striking = { id: touch.id, name: 'this disturbance' }" />
        </p>
      </section>
      <LazyPurchaseList v-if="job.purchases.length" :job="job" :now="now" @done="done" />
      <PhotoStrip :job="job" :now="now" @done="done" @strike="striking = $event" @leak="seeing = { photoId: $event }" />
      <JobHistory :job-id="id" />

      <LazyRepairPanel v-if="repairing" :job="job" :leak-id="repairing" @done="done" @close="repair(null)" />
      <LazySeenPanel v-if="seeing" v-model:start="seeing" :job="job" @done="done" />
      <LazyTouchPanel v-if="touchOpen" v-model:open="touchOpen" :job="job" @done="done" @renewed="panel = 'renew'" />
      <LazyRenewPanel v-if="renewOpen" v-model:open="renewOpen" :job="job" @done="done" />
      <LazyThermometerPanel v-if="thermometerOpen" v-model:open="thermometerOpen" @done="refresh" />
      <LazyJobEditPanel v-if="editOpen" v-model:open="editOpen" :job="job" @done="done" />
      <LazyStrikePanel v-if="striking" :job="job" :subject="striking" @done="done" @close="striking = null" />
    </NextFrame>
  </div>
</template>
