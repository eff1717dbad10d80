<script setup lang="ts">
import { fuelName } from '#core/fuel/fuels'
import { repairMaterial } from '#core/repair/repairMaterials'
import { repairMethods } from '#core/repair/repairMethods'
import { descentOf, latestFind } from '#shared/jobEntries'
import type { JobView, TrailView } from '#shared/views'

/** A job: how far it is, its map, what still stands, its descent, the register, the tests and all that was done. */
const route = useRoute()
const id = String(route.params.id)
const session = useSession()
const { job, error, refresh, standing, partName, take, now } = useJob(id)
const { short } = useQuantities()
const picked = ref<string | null>(null)
const panel = ref<'touch' | 'edit' | 'parts' | null>(null)
const opened = (name: 'touch' | 'edit' | 'parts') => computed({ get: () => panel.value === name, set: value => { panel.value = value ? name : null } })
const touchOpen = opened('touch'), editOpen = opened('edit'), partsOpen = opened('parts')
const repairing = computed(() => (typeof route.query.repair === 'string' ? route.query.repair : null))
const repair = (leakId: string | null) => navigateTo({ query: leakId ? { repair: leakId } : {} }, { replace: leakId === null })
const striking = ref<{ id: string, name: string } | null>(null)

function done(view: JobView) {
  take(view)
  panel.value = null
  striking.value = null
  if (repairing.value) void repair(null)
}
const parts = computed(() => job.value?.parts.filter(part => part.removedAt === null) ?? [])
const looks = computed(() => Object.fromEntries(standing.value?.ledger.parts.map(row => [row.partId, standingLook(row.standing)]) ?? []))
const action = computed(() => standing.value && nextAction(id, standing.value.next))
const standsCount = computed(() => standing.value?.ledger.parts.filter(part => part.standing === 'stands').length ?? 0)
const register = computed(() => (job.value && standing.value
  ? standing.value.ledger.leaks.map(({ id, state }) => ({
      leak: job.value!.leaks.find(leak => leak.id === id)!, state, find: latestFind(job.value!.finds, id),
      repairs: job.value!.repairs.filter(each => each.leakId === id),
    }))
  : []))
const tests = computed(() => (job.value
  ? [
      ...job.value.holds.map(hold => ({ kind: 'hold' as const, at: hold.stoppedAt ?? hold.createdAt, hold, soap: null, id: hold.id })),
      ...job.value.soaps.map(soap => ({ kind: 'soap' as const, at: soap.stoppedAt ?? soap.startedAt, hold: null, soap, id: soap.id })),
    ].sort((a, b) => b.at - a.at)
  : []))
const methodName = (key: string) => repairMethods.find(method => method.key === key)?.name ?? key
const { value: trail } = useRefreshed(() => callApi<TrailView[]>(`jobs/${id}/trail`), notice => notice.jobId === id && notice.verb !== 'read' && notice.verb !== 'moved a bell')
const history = ref(false)
const complaintText = computed(() => {
  const c = job.value?.complaint
  return c ? [c.amount, c.shows.join(', '), c.wet.length ? `wet ${c.wet.join(', ')}` : ''].filter(Boolean).join(' · ') : ''
})

const may = () => session.mayWork && job.value !== null
useActionKeys('Job', [
  { key: 'enter', label: 'Do the next thing', run: () => void navigateTo(action.value!.to), when: () => action.value !== null && panel.value === null && !repairing.value && document.activeElement === document.body },
  { key: 'h', label: 'Set up a hold', run: () => void navigateTo(`/jobs/${id}/hold`), when: may },
  { key: 's', label: 'Soap', run: () => void navigateTo(`/jobs/${id}/soap`), when: may },
  { key: 'r', label: 'Repair the first open leak', run: () => { const open = register.value.find(row => row.state !== 'sealed'); if (open) void repair(open.leak.id) }, when: may },
  { key: 't', label: 'Parts were disturbed', run: () => { panel.value = 'touch' }, when: may },
  { key: 'e', label: 'Change tank and complaint', run: () => { panel.value = 'edit' }, when: may },
  { key: 'p', label: 'Parts of the boundary', run: () => { panel.value = 'parts' }, when: may },
  { key: 'w', label: 'The record', run: () => void navigateTo(`/jobs/${id}/record`) },
])
</script>

<template>
  <PageState v-if="!job || !standing" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div class="min-w-0">
        <h1>{{ job.craft.name }} · {{ job.tankName }}</h1>
        <p class="mt-1"><span class="font-semibold" :class="jobLook(standing.ledger.state)"><StateSign :look="jobLook(standing.ledger.state)" /> {{ jobWords[standing.ledger.state] }}.</span> {{ nextSentence(standing.next, now) }}</p>
        <p class="soft">{{ standsCount }} of {{ parts.length }} parts have evidence that still stands.</p>
      </div>
      <div class="flex flex-wrap gap-2">
        <UButton :to="`/jobs/${job.id}/record`" color="neutral" variant="outline" size="xl">Record<span class="key max-sm:hidden">W</span></UButton>
        <UButton v-if="session.mayWork || standing.next.action === 'watch' || standing.next.action === 'record'" :to="action!.to" color="neutral" size="xl">{{ action!.label }}<span class="key max-sm:hidden">Enter</span></UButton>
      </div>
    </header>
    <p v-if="error" role="alert" class="leaking font-medium">{{ error.message }}</p>
    <JobSeam :job="job" :ledger="standing.ledger" />

    <section class="sheet" aria-label="Map">
      <TankMap :kind="job.tankKind" :parts="parts" :leaks="mapLeaks(job, standing.ledger)" :looks="looks" :picked="picked" pickable @pick="picked = $event" />
      <div v-if="session.mayWork" class="mt-1 flex flex-wrap gap-2">
        <UButton :to="`/jobs/${job.id}/hold`" color="neutral" variant="outline" icon="i-lucide-gauge" class="min-h-11">Hold<span class="key max-sm:hidden">H</span></UButton>
        <UButton :to="`/jobs/${job.id}/soap`" color="neutral" variant="outline" icon="i-lucide-droplets" class="min-h-11">Soap<span class="key max-sm:hidden">S</span></UButton>
        <UButton color="neutral" variant="outline" icon="i-lucide-hand" class="min-h-11" @click="panel = 'touch'">Disturbed<span class="key max-sm:hidden">T</span></UButton>
        <UButton color="neutral" variant="outline" icon="i-lucide-list-tree" class="min-h-11" @click="panel = 'parts'">Parts<span class="key max-sm:hidden">P</span></UButton>
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
          <DescentChart v-if="descentOf(job).length" :points="descentOf(job)" :limit="job.acceptance" :height="180" />
          <p v-else class="soft py-4">No hold has been measured yet. Each one will be a step here, down to the limit.</p>
        </section>
        <section class="sheet" aria-labelledby="tank-title">
          <div class="flex items-center justify-between"><h2 id="tank-title">Tank and complaint</h2><UButton v-if="session.mayWork" color="neutral" variant="ghost" size="md" class="min-h-11" @click="panel = 'edit'">Change<span class="key max-sm:hidden">E</span></UButton></div>
          <p>{{ short('volume', job.capacity) }} {{ job.material }}, {{ fuelName(job.fuel).toLowerCase() }}. Never above {{ short('pressure', job.pressureLimit) }} ({{ job.limitSource }}). A leak up to {{ limitText(job.acceptance) }} mL/min is accepted.</p>
          <p v-if="complaintText" class="mt-2 font-medium">{{ complaintText }}</p>
          <p v-if="job.complaint.words" class="soft mt-1">“{{ job.complaint.words }}”</p>
        </section>
      </div>
    </div>

    <section class="sheet" aria-labelledby="register-title">
      <h2 id="register-title" class="mb-1">Leaks</h2>
      <p v-if="!register.length" class="soft py-1">{{ standing.ledger.unlocated ? 'A hold measured a leak, but nobody has found it yet.' : 'No leak has been found.' }}</p>
      <ul class="divide-y divide-(--hair)">
        <li v-for="{ leak, state, find, repairs } in register" :key="leak.id" class="flex flex-wrap items-start justify-between gap-x-4 gap-y-2 py-3">
          <div class="min-w-0 flex-1 basis-72">
            <p class="font-semibold"><StateSign :look="leakLook(state)" /> Leak {{ leak.number }}, {{ lowerFirst(partName(leak.partId)) }}: <span :class="leakLook(state)">{{ state }}</span></p>
            <p v-if="find" class="soft">{{ find.seen }}, {{ short('length', find.length, 2) }}, found {{ clockText(find.at, now) }}<template v-if="find.note">. {{ find.note }}</template> <button v-if="session.mayWork" type="button" class="strike" @click="striking = { id: find.id, name: `the find of leak ${leak.number}` }">Strike out</button></p>
            <p v-for="each in repairs" :key="each.id" class="soft" :class="each.struck && 'line-through'">
              {{ methodName(each.method) }}<template v-if="each.material !== 'none'">, {{ repairMaterial(each.material).name.toLowerCase() }} {{ each.batch }}</template>, {{ clockText(each.at, now) }}, {{ each.by }}.
              <template v-if="each.curedAt > now && !each.struck">Cured {{ clockText(each.curedAt, now) }}.</template>
              <button v-if="session.mayWork && !each.struck" type="button" class="strike" @click="striking = { id: each.id, name: `the repair of leak ${leak.number}` }">Strike out</button>
            </p>
          </div>
          <UButton v-if="session.mayWork && state !== 'sealed'" color="neutral" variant="outline" class="min-h-11" @click="repair(leak.id)">{{ repairs.length ? 'Repair again' : 'Repair' }}</UButton>
        </li>
      </ul>
    </section>

    <section class="sheet" aria-labelledby="tests-title">
      <h2 id="tests-title" class="mb-1">Tests</h2>
      <p v-if="!tests.length" class="soft py-1">No test yet.</p>
      <ul class="divide-y divide-(--hair)">
        <li v-for="test in tests" :key="test.id" class="flex flex-wrap items-center justify-between gap-2 py-2.5" :class="(test.hold?.struck || test.soap?.struck) && 'opacity-60'">
          <div v-if="test.hold" class="min-w-0 flex-1 basis-72">
            <NuxtLink :to="`/bench/${test.hold.id}`" class="font-semibold underline-offset-4 hover:underline">Hold {{ test.hold.number }}</NuxtLink>
            <template v-if="test.hold.estimate"> · <span class="font-semibold" :class="verdictLook(test.hold.estimate.verdict)"><StateSign :look="verdictLook(test.hold.estimate.verdict)" :size="16" /> {{ verdictWords[test.hold.estimate.verdict] }}</span> {{ rateText(test.hold.estimate.leakRate) }} mL/min ({{ rateText(test.hold.estimate.low95) }} to {{ rateText(test.hold.estimate.high95) }}) at {{ short('pressure', test.hold.setup.testPressure) }}</template>
            <template v-else-if="test.hold.state !== 'stopped'"> · <span class="unsure font-semibold">{{ test.hold.state }}</span></template>
            <template v-else> · <span class="soft">{{ test.hold.noEstimate }}</span></template>
            <p class="soft text-sm">{{ stampText(test.at) }}, {{ test.hold.by }}<template v-if="test.hold.earlyReason"> · <span class="time font-semibold">before it cured: {{ test.hold.earlyReason }}</span></template><template v-if="test.hold.struck"> · struck out: {{ test.hold.struck }}</template> <button v-if="session.mayWork && !test.hold.struck && test.hold.stoppedAt" type="button" class="strike" @click="striking = { id: test.id, name: `hold ${test.hold.number}` }">Strike out</button></p>
          </div>
          <div v-else-if="test.soap" class="min-w-0 flex-1 basis-72">
            <NuxtLink :to="`/jobs/${job.id}/soap`" class="font-semibold underline-offset-4 hover:underline">Soap {{ test.soap.number }}</NuxtLink> ·
            {{ test.soap.marks.filter(mark => mark.mark === 'dry').length }} dry, {{ test.soap.marks.filter(mark => mark.mark === 'foams' || mark.mark === 'bubbles').length }} found<template v-if="test.soap.stoppedAt === null"> · <span class="unsure font-semibold">open</span></template>
            <p class="soft text-sm">{{ stampText(test.at) }}, {{ test.soap.by }}<template v-if="test.soap.earlyReason"> · <span class="time font-semibold">before it cured: {{ test.soap.earlyReason }}</span></template><template v-if="test.soap.struck"> · struck out: {{ test.soap.struck }}</template> <button v-if="session.mayWork && !test.soap.struck && test.soap.stoppedAt" type="button" class="strike" @click="striking = { id: test.id, name: `soap ${test.soap.number}` }">Strike out</button></p>
          </div>
        </li>
      </ul>
    </section>

    <section v-if="job.touches.length" class="sheet" aria-labelledby="touch-title">
      <h2 id="touch-title" class="mb-1">Disturbed</h2>
      <p v-for="touch in job.touches" :key="touch.id" class="py-1" :class="touch.struck && 'line-through'">{{ touch.partIds.map(partName).join(', ') }} {{ touch.kind }}, {{ clockText(touch.at, now) }}, {{ touch.by }}<template v-if="touch.note">. {{ touch.note }}</template></p>
    </section>

    <section class="sheet" aria-labelledby="trail-title">
      <div class="flex items-center justify-between"><h2 id="trail-title">Everything that was done</h2><UButton color="neutral" variant="ghost" class="min-h-11" :aria-expanded="history" @click="history = !history">{{ history ? 'Hide' : 'Show' }}</UButton></div>
      <ol v-if="history" class="mt-2 space-y-1">
        <li v-for="entry in trail ?? []" :key="entry.id"><span class="soft figure">{{ stampText(entry.at) }}</span> {{ entry.by ?? 'The program' }} {{ entry.verb }}<span class="soft"> {{ Object.values(entry.detail).filter(value => typeof value === 'string').join(', ') }}</span></li>
      </ol>
    </section>

    <RepairPanel :job="job" :leak-id="repairing" @done="done" @close="repair(null)" />
    <TouchPanel v-model:open="touchOpen" :job="job" @done="done" />
    <JobEditPanel v-model:open="editOpen" :job="job" @done="done" />
    <PartsPanel v-model:open="partsOpen" :job="job" @done="done" />
    <StrikePanel :job="job" :subject="striking" @done="done" @close="striking = null" />
  </div>
</template>

<style scoped>
.strike { display: inline-block; min-height: 1.75rem; padding: 0 0.375rem; font-size: 0.875rem; text-decoration: underline; text-underline-offset: 3px; cursor: pointer; color: var(--ink-soft); }
</style>
