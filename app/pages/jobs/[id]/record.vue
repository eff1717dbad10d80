<script setup lang="ts">
import { fuelName } from '#core/fuel/fuels'
import { repairMaterial } from '#core/repair/repairMaterials'
import { repairMethods } from '#core/repair/repairMethods'
import { descentOf, latestFind } from '#shared/jobEntries'

/** The record: one page that prints, with everything that was found, done and measured. */
const id = String(useRoute().params.id)
const { job, error, refresh, standing, partName, now } = useJob(id)
const { short } = useQuantities()
const print = () => window.print()
const methodName = (key: string) => repairMethods.find(method => method.key === key)?.name ?? key
const parts = computed(() => job.value?.parts.filter(part => part.removedAt === null) ?? [])
const repairs = computed(() => [...job.value?.repairs ?? []].sort((a, b) => a.at - b.at))
const struck = computed(() => (job.value
  ? [...job.value.holds.map(each => ({ name: `Hold ${each.number}`, struck: each.struck })), ...job.value.soaps.map(each => ({ name: `Soap ${each.number}`, struck: each.struck })), ...job.value.finds.map(each => ({ name: `A find of leak ${job.value!.leaks.find(leak => leak.id === each.leakId)?.number}`, struck: each.struck })), ...job.value.repairs.map(each => ({ name: `A repair of leak ${job.value!.leaks.find(leak => leak.id === each.leakId)?.number}`, struck: each.struck })), ...job.value.touches.map(each => ({ name: 'A disturbance', struck: each.struck }))].filter(each => each.struck)
  : []))
const missing = computed(() => standing.value?.ledger.missing.map(partName) ?? [])
useActionKeys('Record', [
  { key: 'p', label: 'Print', run: print },
  { key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) },
])
</script>

<template>
  <PageState v-if="!job || !standing" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl">
    <div class="no-print mb-4 flex items-center justify-between gap-3">
      <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline">← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink>
      <UButton color="neutral" size="xl" icon="i-lucide-printer" @click="print">Print<span class="key max-sm:hidden">P</span></UButton>
    </div>
    <article class="record sheet p-5 sm:p-10">
      <header class="mb-5 flex flex-wrap items-start justify-between gap-4 border-b-2 border-(--ink) pb-4">
        <div>
          <p class="soft font-semibold">Record of tests and repairs</p>
          <h1>{{ job.craft.name }}, {{ job.tankName }}</h1>
          <p class="soft">{{ short('volume', job.capacity) }} {{ job.material }}, {{ fuelName(job.fuel).toLowerCase() }} · never above {{ short('pressure', job.pressureLimit) }} ({{ job.limitSource }})</p>
          <p class="soft">Opened {{ dayText(job.openedAt) }} by {{ job.openedBy }} · this copy {{ stampText(now) }}</p>
        </div>
        <p class="flex items-center gap-2 text-2xl font-bold" :class="jobLook(standing.ledger.state)"><StateSign :look="jobLook(standing.ledger.state)" :size="30" />{{ jobWords[standing.ledger.state] }}</p>
      </header>
      <p class="mb-5 text-lg">
        <template v-if="standing.ledger.state === 'sealed'">Every one of {{ parts.length }} parts has evidence that stands: a test that reached it after it was last disturbed, found nothing, and could see less than {{ limitText(job.acceptance) }} mL/min.</template>
        <template v-else>{{ nextSentence(standing.next, now) }}<template v-if="missing.length && missing.length < parts.length"> Without evidence: {{ missing.map(lowerFirst).join(', ') }}.</template></template>
      </p>

      <section><h2>Complaint</h2><p>{{ [job.complaint.amount, ...job.complaint.shows, ...job.complaint.wet.map(place => `wet ${place}`)].filter(Boolean).join(', ') || 'None recorded' }}<template v-if="job.complaint.words">. “{{ job.complaint.words }}”</template></p></section>
      <section><h2>Map</h2><TankMap :kind="job.tankKind" :parts="parts" :leaks="mapLeaks(job, standing.ledger)" /></section>
      <section>
        <h2>Found</h2>
        <p v-if="!standing.ledger.leaks.length">No leak was found.</p>
        <div v-else class="overflow-x-auto"><table><thead><tr><th>Leak</th><th>Part</th><th>Showed</th><th>Length</th><th>Found</th><th>Today</th></tr></thead><tbody>
          <tr v-for="{ id, state } in standing.ledger.leaks" :key="id">
            <td>{{ job.leaks.find(leak => leak.id === id)?.number }}</td><td>{{ partName(job.leaks.find(leak => leak.id === id)!.partId) }}</td>
            <td>{{ latestFind(job.finds, id)?.seen }}<template v-if="latestFind(job.finds, id)?.note">. {{ latestFind(job.finds, id)?.note }}</template></td><td class="whitespace-nowrap">{{ short('length', latestFind(job.finds, id)?.length ?? 0, 2) }}</td>
            <td>{{ clockText(latestFind(job.finds, id)!.at, now) }}, {{ latestFind(job.finds, id)!.by }}</td><td class="font-semibold" :class="leakLook(state)">{{ state }}</td>
          </tr>
        </tbody></table></div>
      </section>
      <section>
        <h2>Done, with materials</h2>
        <p v-if="!repairs.length && !job.touches.length">Nothing was repaired or disturbed.</p>
        <div v-else class="overflow-x-auto"><table><thead><tr><th>When</th><th>Leak or part</th><th>What</th><th>Material, batch</th><th>Cured at</th><th>By</th></tr></thead><tbody>
          <tr v-for="each in repairs" :key="each.id" :class="each.struck && 'line-through'">
            <td>{{ clockText(each.at, now) }}</td><td>Leak {{ job.leaks.find(leak => leak.id === each.leakId)?.number }}</td><td>{{ methodName(each.method) }}<template v-if="each.note">. {{ each.note }}</template></td>
            <td>{{ each.material === 'none' ? '–' : `${repairMaterial(each.material).name}${each.batch ? `, ${each.batch}` : ''}` }}</td><td>{{ each.material === 'none' ? '–' : `${clockText(each.curedAt, now)} at ${short('temperature', each.temperature)}` }}</td><td>{{ each.by }}</td>
          </tr>
          <tr v-for="each in job.touches" :key="each.id" :class="each.struck && 'line-through'"><td>{{ clockText(each.at, now) }}</td><td>{{ each.partIds.map(partName).join(', ') }}</td><td>{{ each.kind }}<template v-if="each.note">. {{ each.note }}</template></td><td>–</td><td>–</td><td>{{ each.by }}</td></tr>
        </tbody></table></div>
      </section>
      <section>
        <h2>Tests</h2>
        <p v-if="!job.holds.length && !job.soaps.length">No test was made.</p>
        <div v-if="job.holds.length" class="overflow-x-auto"><table><thead><tr><th>Hold</th><th>When</th><th>At</th><th>Leak rate, mL/min</th><th>95 % interval</th><th>Saw down to</th><th>Verdict</th><th>By</th></tr></thead><tbody>
          <tr v-for="hold in job.holds.filter(each => each.state === 'stopped')" :key="hold.id" :class="hold.struck && 'line-through'">
            <td>{{ hold.number }}</td><td>{{ clockText(hold.stoppedAt ?? hold.createdAt, now) }}</td><td class="whitespace-nowrap">{{ short('pressure', hold.setup.testPressure) }}</td>
            <template v-if="hold.estimate"><td>{{ rateText(hold.estimate.leakRate) }}</td><td class="whitespace-nowrap">{{ rateText(hold.estimate.low95) }} to {{ rateText(hold.estimate.high95) }}</td><td>{{ rateText(hold.estimate.smallestSeen) }}</td><td class="font-semibold whitespace-nowrap" :class="verdictLook(hold.estimate.verdict)">{{ verdictWords[hold.estimate.verdict] }}</td></template>
            <td v-else colspan="4">{{ hold.noEstimate }}</td><td>{{ hold.by }}<template v-if="hold.source === 'stand-in'"> (simulated tank)</template><p v-if="hold.earlyReason" class="time">before cure: {{ hold.earlyReason }}</p></td>
          </tr>
        </tbody></table></div>
        <p v-for="soap in job.soaps" :key="soap.id" class="mt-2" :class="soap.struck && 'line-through'">Soap {{ soap.number }}, {{ clockText(soap.stoppedAt ?? soap.startedAt, now) }}, at {{ short('pressure', soap.pressure) }}, {{ soap.by }}: dry on {{ soap.marks.filter(mark => mark.mark === 'dry').map(mark => lowerFirst(partName(mark.partId))).join(', ') || 'nothing' }}; found on {{ soap.marks.filter(mark => mark.mark === 'foams' || mark.mark === 'bubbles').map(mark => lowerFirst(partName(mark.partId))).join(', ') || 'nothing' }}.<span v-if="soap.earlyReason" class="time"> Before cure: {{ soap.earlyReason }}.</span></p>
        <p class="soft mt-2 text-sm">A limit of {{ limitText(job.acceptance) }} mL/min was judged by: sealed when the one-sided 95 % bound is below it, leaking when above it. Rates are standard mL/min (20 °C, 101.325 kPa).</p>
      </section>
      <section v-if="descentOf(job).length"><h2>Descent</h2><DescentChart :points="descentOf(job)" :limit="job.acceptance" :height="190" eager /></section>
      <section><h2>What stands</h2><StandsTable :ledger="standing.ledger" :entries="standing.entries" /></section>
      <section v-if="struck.length"><h2>Struck out</h2><p v-for="(each, i) in struck" :key="i">{{ each.name }}: {{ each.struck }}</p></section>
      <section class="soft text-sm"><p>{{ job.cautions ? `Cautions read by ${job.cautions.by}, ${stampText(job.cautions.at)}.` : 'The cautions have not been read on this job.' }} Local codes, the maker’s manual and licensed practice come first; this record does not return any craft to service.</p></section>
      <div class="mt-8 grid grid-cols-2 gap-8"><p class="border-t border-(--ink) pt-1">Technician</p><p class="border-t border-(--ink) pt-1">Inspector, with authority</p></div>
    </article>
  </div>
</template>

<style scoped>
section { margin-bottom: 1.375rem; }
section > h2 { color: var(--ink); font-size: 1.0625rem; margin-bottom: 0.375rem; }
.record table { width: 100%; border-collapse: collapse; font-size: 0.925rem; }
.record :deep(th), .record :deep(td) { text-align: left; vertical-align: top; padding: 0.3rem 0.625rem 0.3rem 0; border-bottom: 1px solid var(--hair); }
@media print {
  .record { padding: 0; }
  section { break-inside: avoid; }
}
</style>
