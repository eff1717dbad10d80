<script setup lang="ts">
import { fuelName } from '#core/fuel/fuels'
import { dayPattern, writing } from '#shared/writing'

/** The Bay: a row a job, its leaks on the outline, its descent, one sentence, one next action. */
const session = useSession()
const now = useClock()
const { short } = useQuantities()
const { bay, error, refresh, words: wanted, closed, showMore } = useBay()
const finder = useTemplateRef<{ inputRef: HTMLInputElement }>('finder')

const found = computed(() => bay.value?.rows ?? [])
/** Rows that are painted first: about what a screen has room for. */
const FIRST_ROWS = 6
const painted = usePainted()
const rows = computed(() => (painted.value ? found.value : found.value.slice(0, FIRST_ROWS)))
/** Whether there is anything to find: an empty shop has nothing but its beginning. */
const hasJobs = computed(() => bay.value !== null && bay.value.open + bay.value.closed > 0)
const headline = computed(() => {
  if (!bay.value) return ''
  const { open, closed: gone, rows, next } = bay.value
  if (closed.value) return `${gone} ${gone === 1 ? 'job' : 'jobs'} closed`
  if (open === 0) return 'The bay is empty'
  const all = `${open} ${open === 1 ? 'tank' : 'tanks'} in`
  if (next !== null || wanted.value.trim()) return all
  const sealed = rows.filter(row => row.state === 'sealed').length
  return `${all}, ${sealed === 0 ? 'none' : sealed} sealed`
})
const today = computed(() =>
  momentText(now.value, `EEEE${writing().dates === 'day first' ? '' : ','} ${dayPattern({ year: false, long: true })}`),
)
const chosen = ref(0)
watch(found, () => {
  chosen.value = Math.min(chosen.value, Math.max(0, found.value.length - 1))
})
const step = (by: number) => {
  chosen.value = Math.max(0, Math.min(found.value.length - 1, chosen.value + by))
  document.getElementById(`row-${chosen.value}`)?.focus()
}
useActionKeys('Bay', [
  { key: 'n', label: 'New complaint', run: () => void navigateTo('/jobs/new'), when: () => session.mayWork },
  { key: '/', label: 'Find a job', run: () => finder.value?.inputRef.focus() },
  { key: 'arrowdown', label: 'Next job', run: () => step(1) },
  { key: 'arrowup', label: 'Job before', run: () => step(-1) },
])
</script>

<template>
  <PageState v-if="!bay" :error="error" @retry="refresh" />
  <div v-else class="page">
    <HouseNotice />
    <header class="mb-4 flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1>{{ headline }}</h1>
        <p class="soft">{{ today }}</p>
      </div>
      <div v-if="hasJobs" class="flex w-full gap-2 sm:w-auto">
        <UInput
          ref="finder"
          v-model="wanted"
          icon="i-lucide-search"
          placeholder="Find a job"
          aria-label="Find a job"
          class="flex-1 sm:w-52"
          size="xl"
          ><template #trailing><UKbd size="lg" class="max-sm:hidden">/</UKbd></template></UInput
        >
        <UButton v-if="session.mayWork" to="/jobs/new" color="neutral" size="xl"
          >New complaint<span class="key max-sm:hidden">N</span></UButton
        >
      </div>
    </header>
    <p v-if="error" role="alert" class="leaking mb-3 font-medium">{{ error.message }}</p>
    <FirstHourOffer />

    <div v-if="!hasJobs" class="sheet flex flex-col items-center px-6 py-16 text-center">
      <svg viewBox="0 0 200 100" class="mb-6 w-48" aria-hidden="true">
        <rect
          x="20"
          y="20"
          width="160"
          height="60"
          rx="12"
          fill="none"
          stroke="var(--tank-line)"
          stroke-width="3"
          stroke-dasharray="8 7"
        />
        <circle cx="100" cy="50" r="9" fill="none" stroke="var(--unsure)" stroke-width="3.500" stroke-dasharray="5.400 4" />
      </svg>
      <p class="mb-1 text-lg font-semibold">No tank is in.</p>
      <p class="soft mb-6 max-w-sm">
        Start with what somebody smelled or saw. The tank’s parts come with its kind, and the first hold is two taps further.
      </p>
      <UButton v-if="session.mayWork" to="/jobs/new" color="neutral" size="xl">New complaint<span class="key">N</span></UButton>
    </div>
    <p v-else-if="!found.length && wanted" class="sheet py-10 text-center">
      No job fits “{{ wanted }}”. <UButton variant="link" color="neutral" @click="wanted = ''">Show all</UButton>
    </p>
    <p v-else-if="!found.length" class="sheet py-10 text-center">
      {{ closed ? 'No job has been closed yet.' : 'Every job is closed.' }}
      <UButton variant="link" color="neutral" @click="closed = !closed">{{
        closed ? 'To the bay' : 'Show the closed ones'
      }}</UButton>
    </p>

    <ul class="space-y-3">
      <li v-for="(row, i) in rows" :key="row.id" class="sheet row">
        <NuxtLink :id="`row-${i}`" :to="`/jobs/${row.id}`" class="who" @focus="chosen = i">
          <span class="block w-24 shrink-0 sm:w-28 lg:w-32"
            ><TankMap
              :kind="row.tankKind"
              bare
              :leaks="
                row.leaks.map(leak => ({
                  id: String(leak.number),
                  number: leak.number,
                  look: leakLook(leak.state),
                  label: '',
                  x1: leak.x,
                  y1: leak.y,
                  x2: leak.x,
                  y2: leak.y,
                }))
              "
          /></span>
          <span class="min-w-0">
            <span class="block text-[1.050rem] font-bold leading-tight" style="font-stretch: 92%">{{ row.craft }}</span>
            <span class="soft block text-[0.9rem]"
              >{{ row.tankName }}, {{ row.material }}, {{ short('volume', row.capacity) }},
              {{ fuelName(row.fuel).toLowerCase() }}</span
            >
            <span class="mt-1 block text-[0.9rem] font-semibold" :class="jobLook(row.state)"
              ><StateSign :look="jobLook(row.state)" :size="18" /> {{ jobWords[row.state]
              }}<span v-if="row.brought" class="unsure">, as {{ row.brought }} recorded</span></span
            >
          </span>
        </NuxtLink>
        <DescentChart v-if="row.descent.length" :points="row.descent" :limit="row.limit" :height="112" />
        <p v-else class="soft hidden rounded-md border-t-2 border-(--sealed) bg-(--bay) px-3 py-6 text-sm sm:block">
          No hold yet. It will be judged by {{ limitText(row.limit) }} mL/min.
        </p>
        <div class="todo">
          <p class="mb-2.5 leading-snug">{{ nextSentence(row.next, now) }}</p>
          <UButton :to="nextAction(row.id, row.next).to" color="neutral" variant="outline" size="lg" class="min-h-11">{{
            nextAction(row.id, row.next).label
          }}</UButton>
        </div>
      </li>
    </ul>
    <div v-if="hasJobs" class="mt-4 flex flex-wrap gap-3">
      <UButton to="/past" color="neutral" variant="ghost" size="xl" icon="i-lucide-history">Look back</UButton>
      <UButton v-if="bay.next" color="neutral" variant="subtle" size="xl" class="flex-1 justify-center" @click="showMore"
        >Show more</UButton
      >
      <UButton
        v-if="closed || bay.closed > 0"
        color="neutral"
        variant="ghost"
        size="xl"
        icon="i-lucide-archive"
        @click="closed = !closed"
        >{{ closed ? 'Back to what is in' : `Closed jobs (${bay.closed})` }}</UButton
      >
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  gap: 0.75rem 1.25rem;
  align-items: center;
  grid-template-columns: minmax(0, 1fr);
}
.who {
  display: flex;
  gap: 0.875rem;
  align-items: center;
  border-radius: 6px;
}
@media (min-width: 40rem) {
  .row {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  .who {
    grid-column: 1 / -1;
  }
}
@media (min-width: 64rem) {
  .row {
    grid-template-columns: minmax(0, 1.25fr) minmax(0, 0.85fr) minmax(0, 1fr);
  }
  .who {
    grid-column: auto;
  }
}
</style>
