<script setup lang="ts">
import { download, standaloneSvg } from '~/report/mapSvg'
import { ownerSections, recordPaper } from '~/report/recordPaper'
import { pictureIn, recordPdf } from '~/report/recordPdf'
import { recordWords } from '~/report/recordWords'
import { fuelLimit, systemLimit } from '#shared/ledgerParts'
import { descentOf } from '#shared/jobEntries'
import { restsOn } from '#shared/restsOn'
import type { JobView, LetterheadView } from '#shared/views'

/** The record: one page that prints, with everything that was found, done and measured. */
const id = String(useRoute().params.id)
const { job, error, refresh, standing, take, now } = useJob(id)
const { short } = useQuantities()
const { kit } = useKit()
const { value: shop } = useRefreshed(
  () => callApi<LetterheadView>('shop'),
  notice => notice.topics.includes('figures'),
)
const striking = ref<{ id: string; name: string } | null>(null)
function taken(view: JobView) {
  take(view)
  striking.value = null
}
const words = computed(() =>
  job.value && standing.value
    ? recordWords(job.value, standing.value, { shop: shop.value ?? null, kit: kit.value ?? [], now: now.value, short })
    : null,
)
const rows = computed(() => words.value?.rows ?? null)
const print = () => window.print()
/** What of a job leaves in an open format. */
const outgoing = computed(() => {
  const file = (path: string) => ({ to: `/api/jobs/${id}/${path}`, external: true, target: '_blank' })
  return [
    { label: 'The record, PDF', icon: 'i-lucide-file-text', onSelect: () => void savePdf() },
    { label: 'The register, CSV', icon: 'i-lucide-table', ...file('register.csv') },
    { label: 'The map, SVG', icon: 'i-lucide-image', onSelect: saveMap },
    { label: 'The whole job, for another shop', icon: 'i-lucide-archive', ...file('archive') },
  ]
})
const article = useTemplateRef<HTMLElement>('article')
/** The map as a file of its own, as it is drawn here. */
const drawnMap = () => {
  const drawing = article.value?.querySelector<SVGSVGElement>('svg[role="img"], .map svg')
  return drawing ? standaloneSvg(drawing) : null
}
function saveMap() {
  const map = drawnMap()
  if (map) download(map, 'map.svg', 'image/svg+xml')
}
const forOwner = computed(() => (words.value ? ownerSections(words.value, now.value).filter(each => each.lines?.length) : []))
const session = useSession()
useHead({ style: [{ innerHTML: () => `@page { size: ${session.preferences.paper} }` }] })
const making = ref(false)
const failed = ref('')
async function savePdf() {
  if (!job.value || !standing.value || !words.value) return
  making.value = true
  failed.value = ''
  try {
    const pictures = {
      map: drawnMap(),
      mark: shop.value?.mark ? await pictureIn(`/api/shop/mark?of=${shop.value.mark}`) : null,
    }
    const size = session.preferences.paper === 'Letter' ? 'LETTER' : 'A4'
    const paper = recordPaper(job.value, standing.value.ledger, words.value, now.value, { ...pictures, size })
    download(await recordPdf(paper), `record-${job.value.craft.name}.pdf`.replaceAll(/[^\w.-]+/g, '-'), 'application/pdf')
  } catch {
    failed.value = 'The PDF could not be made. Print the page instead.'
  } finally {
    making.value = false
  }
}
const parts = computed(() => job.value?.parts.filter(part => part.removedAt === null) ?? [])
useActionKeys('Record', [
  { key: 'p', label: 'Print', run: print },
  { key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) },
])
</script>

<template>
  <PageState v-if="!job || !standing || !words || !rows" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl">
    <div class="no-print mb-4 flex items-center justify-between gap-3">
      <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline"
        >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
      >
      <div class="flex flex-wrap justify-end gap-2">
        <UButton :to="`/jobs/${job.id}/prove`" color="neutral" variant="outline" size="xl">Prove and hand back</UButton>
        <UDropdownMenu :items="outgoing" :content="{ align: 'end' }">
          <UButton color="neutral" variant="outline" size="xl" icon="i-lucide-download" :loading="making">Files</UButton>
        </UDropdownMenu>
        <UButton color="neutral" size="xl" icon="i-lucide-printer" @click="print"
          >Print<span class="key max-sm:hidden">P</span></UButton
        >
      </div>
    </div>
    <p v-if="failed" role="alert" class="leaking mb-3 font-medium">{{ failed }}</p>
    <!-- On paper a short page for the owner comes first. -->
    <article class="record owner hidden print:block">
      <img v-if="shop?.mark" :src="`/api/shop/mark?of=${shop.mark}`" alt="" class="mb-2 max-h-16" />
      <p v-if="shop?.name" class="font-semibold">{{ shop.name }}</p>
      <p class="soft font-semibold">For the owner</p>
      <h1 class="mb-4">{{ job.craft.name }}, {{ job.tankName }}: {{ words.state.toLowerCase() }}</h1>
      <section v-for="each in forOwner" :key="each.title">
        <h2>{{ each.title }}</h2>
        <p v-for="line in each.lines" :key="line">{{ line }}</p>
      </section>
    </article>
    <article ref="article" class="record sheet p-5 sm:p-10">
      <header class="mb-5 flex flex-wrap items-start justify-between gap-4 border-b-2 border-(--ink) pb-4">
        <div>
          <img v-if="shop?.mark" :src="`/api/shop/mark?of=${shop.mark}`" alt="" class="mb-2 max-h-16 bg-white" />
          <p v-if="shop?.name" class="font-semibold">
            {{ shop.name }}<span v-if="shop.line" class="soft font-normal"> · {{ shop.line }}</span>
          </p>
          <p class="soft font-semibold">Record of tests and repairs</p>
          <h1>{{ job.craft.name }}, {{ job.tankName }}</h1>
          <p v-for="line in words.under" :key="line" class="soft">{{ line }}</p>
        </div>
        <p class="flex items-center gap-2 text-2xl font-bold" :class="jobLook(standing.ledger.state)">
          <StateSign :look="jobLook(standing.ledger.state)" :size="30" />{{ jobWords[standing.ledger.state] }}
        </p>
      </header>
      <p class="mb-5 text-lg">{{ words.sentence }}</p>

      <p v-for="note in words.notes" :key="note" class="unsure mb-5 font-semibold">{{ note }}</p>

      <section>
        <h2>Complaint</h2>
        <p>{{ words.complaint }}</p>
        <p v-if="rows.was">It turned out to be: {{ rows.was }}.</p>
      </section>
      <section>
        <h2>Map</h2>
        <TankMap :kind="job.tankKind" :parts="parts" :circuit="job.circuit" :leaks="mapLeaks(job, standing.ledger)" />
      </section>

      <section>
        <h2>Found</h2>
        <p v-if="!rows.found.length">No leak was found.</p>
        <div v-else class="overflow-x-auto">
          <table>
            <thead>
              <tr>
                <th>Leak</th>
                <th>Part</th>
                <th>Showed</th>
                <th>Length</th>
                <th>Found</th>
                <th>Today</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows.found" :key="row.id">
                <td>{{ row.number }}</td>
                <td>{{ row.part }}</td>
                <td>{{ row.showed }}</td>
                <td class="whitespace-nowrap">{{ row.length }}</td>
                <td>{{ row.by }}</td>
                <td class="font-semibold" :class="leakLook(row.state)">{{ row.state }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-if="rows.rig.length">
          The rig’s own leaks, not counted to the tank: {{ rows.rig.map(row => row.text).join('; ') }}.
        </p>
      </section>

      <section>
        <h2>Done, with materials</h2>
        <p v-if="!rows.done.length">Nothing was repaired or disturbed.</p>
        <div v-else class="overflow-x-auto">
          <table>
            <thead>
              <tr>
                <th>When</th>
                <th>Leak or part</th>
                <th>What</th>
                <th>Material, batch</th>
                <th>Cured at</th>
                <th>By</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows.done" :key="row.id" :class="row.struck && 'line-through'">
                <td>{{ clockText(row.at, now) }}</td>
                <td>{{ row.what }}</td>
                <td>{{ row.done }}</td>
                <td>{{ row.material }}</td>
                <td>{{ row.cured }}</td>
                <td>{{ row.by }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>

      <section v-if="rows.stages.length">
        <h2>Stage by stage</h2>
        <p v-for="row in rows.stages" :key="row.id">{{ row.text }}</p>
      </section>

      <section v-if="words.inUse.length">
        <h2>In use</h2>
        <p v-for="each in words.inUse" :key="each">{{ each }}</p>
      </section>

      <section v-if="words.approved.length">
        <h2>Approved and chosen</h2>
        <p v-for="each in words.approved" :key="each">{{ each }}</p>
      </section>

      <section>
        <h2>Tests</h2>
        <p v-if="!rows.measured.length && !rows.looked.length">No test was made.</p>
        <p v-for="entry in job.unholdable.filter(each => !each.struck)" :key="entry.id" class="font-semibold">
          Nothing can be held any more, said {{ entry.by }}, {{ stampText(entry.at) }}: {{ entry.reason }}. A measured leak was
          closed by looks alone.
        </p>
        <div v-if="rows.measured.length" class="overflow-x-auto">
          <table>
            <thead>
              <tr>
                <th>Test</th>
                <th>When</th>
                <th>At</th>
                <th>Leak rate, mL/min</th>
                <th>95 % sure above, below</th>
                <th>Saw down to</th>
                <th>Verdict</th>
                <th>By</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows.measured" :key="row.id" :class="row.struck && 'line-through'">
                <td>{{ row.name }}</td>
                <td>{{ row.when }}</td>
                <td>{{ row.pressure }}</td>
                <template v-if="row.estimate">
                  <td>{{ rateText(row.estimate.leakRate) }}</td>
                  <td class="whitespace-nowrap">{{ rateText(row.estimate.above95) }}, {{ rateText(row.estimate.below95) }}</td>
                  <td>{{ rateText(row.estimate.smallestSeen) }}</td>
                  <td class="font-semibold whitespace-nowrap" :class="verdictLook(row.estimate.verdict)">
                    {{ row.word }}
                  </td>
                </template>
                <td v-else colspan="4">{{ row.noEstimate }}</td>
                <td>
                  {{ row.by }}
                  <p v-if="row.earlyReason" class="time">before cure: {{ row.earlyReason }}</p>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-for="together in rows.joint" :key="together.text" class="font-semibold">
          {{ together.text }}
        </p>
        <p v-for="row in rows.looked" :key="row.id" class="mt-2" :class="row.struck && 'line-through'">
          {{ row.text }}<span v-if="row.earlyReason" class="time"> Before cure: {{ row.earlyReason }}.</span>
        </p>
        <p class="soft mt-2 text-sm">
          A limit of {{ limitText(systemLimit(job)) }} mL/min, and of {{ rateText(fuelLimit(job)) }} mL/min where fuel stands{{
            job.limitsReason ? ` (${job.limitsReason})` : ''
          }}, was judged by: sealed when the one-sided 95 % bound is below it, leaking when above it. Rates are standard mL/min
          (20 °C, 101.325 kPa).
        </p>
      </section>

      <section v-if="words.instruments.length">
        <h2>Instruments</h2>
        <p v-for="each in words.instruments" :key="each">{{ each }}</p>
      </section>
      <section v-if="descentOf(job).length">
        <h2>Descent</h2>
        <DescentChart :points="descentOf(job)" :limit="systemLimit(job)" :height="190" />
      </section>
      <section>
        <h2>What stands</h2>
        <StandsTable :ledger="standing.ledger" :entries="standing.entries" />
      </section>
      <RestsOn v-if="words.sealed" :rests="restsOn(job, standing.entries, standing.ledger)" />
      <section v-if="rows.struck.length">
        <h2>Struck out</h2>
        <p v-for="(row, i) in rows.struck" :key="i">{{ row.name }}: {{ row.struck }}</p>
      </section>
      <section class="soft text-sm">
        <p>{{ words.foot }}</p>
      </section>
      <section v-if="job.closedAt !== null && !job.closedReason">
        <h2>Handed back</h2>
        <p>Handed back {{ stampText(job.closedAt) }}.</p>
      </section>
      <WatchPanel :watching="words.watching" :now="now" class="p-0!" />
      <SignaturePanel
        :job="job"
        :ledger="standing.ledger"
        :on-trust="restsOn(job, standing.entries, standing.ledger).onTrust.length"
        :now="now"
        class="mt-5 p-0!"
        @done="taken"
        @strike="striking = $event"
      />
    </article>
    <StrikePanel :job="job" :subject="striking" @done="taken" @close="striking = null" />
  </div>
</template>

<style scoped>
section {
  margin-bottom: 1.375rem;
}
.record :deep(section > h2) {
  color: var(--ink);
  font-size: 1.0625rem;
  margin-bottom: 0.375rem;
}
.record table {
  width: 100%;
  border-collapse: collapse;
  font-size: 0.925rem;
}
.record :deep(th),
.record :deep(td) {
  text-align: left;
  vertical-align: top;
  padding: 0.3rem 0.625rem 0.3rem 0;
  border-bottom: 1px solid var(--hair);
}
@media print {
  .record {
    padding: 0;
  }
  .owner {
    break-after: page;
  }
  section {
    break-inside: avoid;
  }
}
</style>
