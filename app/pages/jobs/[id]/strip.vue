<script setup lang="ts">
import { otherEnd, stillOn, stripOrder, type Fixing, type ReachStage } from '#core/circuit/fixings'
import { jackRating } from '#core/fuel/weight'
import { absentNow, jobFixings, rebuildOf, strippedNow } from '#shared/rebuild'
import { weighedNow, weighingNow } from '#shared/safety'
import type { StripDetails, StripForm } from '#shared/record/kinds/strip'
import type { JobView } from '#shared/views'
import type { StripView } from '#shared/record/kinds/strip'

/** The strip list as things come off, and the same turned round as they go on again. */
const id = String(useRoute().params.id)
const route = useRoute()
const session = useSession()
const queue = useEntryQueue()
const { short } = useQuantities()
const { job, error, refresh, standing, take, now } = useJob(id)
const { problem, save } = useSave({ inOrder: true })
const seeing = ref<SeenStart | null>(null)
const striking = ref<{ id: string; name: string } | null>(null)
const done = (view: JobView) => {
  take(view)
  striking.value = null
}
const mode = ref<'off' | 'on'>(route.query.on === '1' ? 'on' : 'off')
const modeWords = { off: 'Coming off', on: 'Going on' }

const fixings = computed(() => (job.value ? jobFixings(job.value) : []))
const off = computed(() => (job.value ? strippedNow(job.value) : []))
const absent = computed(() => (job.value ? absentNow(job.value) : []))
const path = `jobs/${id}/entries/strip`
const waiting = computed(() => queue.waiting.filter(each => each.path === path).map(each => each.body as unknown as StripForm))
const waitingOff = computed(() => waiting.value.filter(form => !form.absent))
const isOff = (key: string) =>
  off.value.some(entry => entry.fixing === key && entry.refit === null) || waitingOff.value.some(form => form.fixing === key)
const steps = computed(() => stripOrder(fixings.value))
/** Before anything is off the list itself says all. */
const begun = computed(() => lines.value.length > 0)
const onBefore = (to: ReachStage) => stillOn(steps.value, to, key => isOff(key) || isAbsent(key) !== undefined)
/** Every line of the list, arrived or still waiting here. */
const lines = computed(() => [...off.value, ...waitingOff.value])
const lineOf = (key: string) => lines.value.findLast(line => line.fixing === key)
/** How a thing is marked once it is off, and whether its other end is off too: asked only of somebody who may log it. */
const doneOf = (fixing: Fixing) =>
  isOff(fixing.key)
    ? {
        mark: lineOf(fixing.key)?.mark ?? '',
        otherEnd:
          fixing.kind !== 'hose' || (!session.mayWork && !isOff(otherEnd(fixing).key)) ? null : isOff(otherEnd(fixing).key),
      }
    : null
const isAbsent = (key: string) => absent.value.find(entry => entry.fixing === key)
/** The next number of a ring, for who marks with rings; nothing is marked that nobody marked. */
const number = computed(() => 1 + Math.max(0, ...lines.value.map(line => Number(/^ring (\d+)$/.exec(line.mark)?.[1] ?? 0))))
const plain = { mark: '', facing: '', fastener: '', torque: null, condition: '' }
function log(fixing: Pick<Fixing, 'key' | 'name'> | null, details: Partial<StripDetails> = {}, photo: Blob | null = null) {
  add({ fixing: fixing?.key ?? null, absent: false, name: fixing?.name ?? '', ...plain, ...details }, photo)
}
function add(line: Omit<StripForm, 'id' | 'photoId'>, photo: Blob | null = null) {
  const photoId = photo && newId()
  const body = { id: newId(), ...line, photoId }
  void queue.add({
    jobId: id,
    path,
    body,
    words: line.name,
    ...(photo && { photo: { id: photoId!, file: photo, sent: false } }),
  })
}
const logAbsent = ({ key, name }: Fixing) => add({ fixing: key, name, ...plain, absent: true })
/** Both ends of a hose carry the same mark. */
const logOtherEnd = (fixing: Fixing) => log(otherEnd(fixing), { mark: lineOf(fixing.key)?.mark ?? '' })

const rebuild = computed(() => (job.value ? rebuildOf(job.value) : null))
/** Place of each line in the order in which things go on, from one. */
const orderOf = computed(
  () =>
    new Map(
      rebuild.value?.rows.flatMap(row => (row.kind === 'refit' ? [row.entry.id] : [])).map((entryId, i) => [entryId, i + 1]),
    ),
)
const tick = (entry: StripView, photo: File | null) =>
  save(async () => {
    const photoId = photo ? newId() : null
    if (photo && photoId) take(await sendPhoto(id, photo, photoId))
    take(await callApi<JobView>(`jobs/${id}/entries/refit`, 'POST', { id: newId(), stripId: entry.id, photoId }))
  })
/** What has to be held when the straps go: as it is when somebody looked what is in it, else between empty and full. */
const lift = computed(() => {
  if (!job.value) return null
  const measured = weighingNow(job.value)
  const [now, full] = [
    measured.level === null ? null : weighedNow(job.value, measured),
    weighedNow(job.value, { ...measured, level: job.value.capacity }),
  ]
  return (
    full && { now: now?.total ?? null, empty: full.tankMass, full: full.total, jack: jackRating(now?.total ?? full.total, 1) }
  )
})
const drawing = shallowRef<string | null>(null)
const told = computed(() => {
  if (mode.value === 'off')
    return 'Mark and photograph before each thing comes off; one tap logs it, and it waits here when the network is gone.'
  if (rebuild.value?.left) return `${rebuild.value.left} of ${off.value.length} to go on again.`
  return off.value.length ? 'Everything that came off is on again.' : 'Nothing has come off.'
})
useActionKeys('Strip and rebuild', [
  {
    key: 'x',
    label: 'Turn the list round',
    run: () => {
      mode.value = mode.value === 'off' ? 'on' : 'off'
    },
    when: () => !striking.value,
  },
  {
    key: 'f',
    label: 'A leak is seen by eye',
    run: () => {
      seeing.value = {}
    },
    when: () => session.mayWork && !striking.value,
  },
  {
    key: 'escape',
    label: 'Back to the job',
    run: () => void navigateTo(`/jobs/${id}`),
    when: () => !striking.value && !seeing.value,
  },
])
</script>

<template>
  <PageState v-if="!job || !rebuild || !standing" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div>
        <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline"
          >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
        >
        <h1 class="mt-1">{{ mode === 'off' ? 'Strip list' : 'Rebuild list' }}</h1>
        <p class="soft">
          {{ told }}
        </p>
      </div>
      <div class="flex flex-wrap gap-2">
        <UButton
          v-if="session.mayWork"
          color="neutral"
          variant="outline"
          icon="i-lucide-eye"
          class="min-h-11"
          @click="seeing = {}"
          >Seen by eye<span class="key max-sm:hidden">F</span></UButton
        >
        <TapChoice v-model="mode" :options="['off', 'on'] as const" :words="modeWords" several label="Which way" />
      </div>
    </header>
    <CautionList :job="job" act="remove the tank" @read="take" />
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>

    <template v-if="mode === 'off'">
      <section class="sheet" aria-label="To come off">
        <ol class="divide-y divide-(--hair)">
          <li v-for="step in steps" :key="step.kind === 'fixing' ? step.fixing.key : `lower ${step.to}`">
            <p v-if="step.kind === 'lower'" class="my-1 rounded-md bg-(--bay) px-3 py-2.5">
              <b>{{ step.to === 'tank up' ? 'Support it' : step.to === 'lowered a little' ? 'Lower it a little' : 'Down' }}.</b>
              {{ step.check
              }}<template v-if="step.to === 'tank up' && lift">
                About <b class="figure">{{ short('mass', lift.now ?? lift.empty, 2) }}</b>
                {{ lift.now === null ? 'empty and' : 'as it is,' }}
                <b class="figure">{{ short('mass', lift.full, 2) }}</b> full: a jack for {{ short('mass', lift.jack, 2) }}.
                <NuxtLink :to="`/jobs/${job.id}/safe#weight-title`" class="font-semibold underline"
                  >Weigh it up</NuxtLink
                ></template
              >
              <span v-if="begun" class="time block font-semibold"
                >{{
                  onBefore(step.to).length
                    ? `Still on: ${onBefore(step.to)
                        .map(fixing => lowerFirst(fixing.name))
                        .join(', ')}`
                    : 'Everything above is off'
                }}.</span
              >
            </p>
            <p v-else-if="isAbsent(step.fixing.key)" class="soft py-2.5">
              {{ step.fixing.name }}: this tank has none.
              <StrikeLink
                v-if="session.mayWork"
                @click="
                  striking = { id: isAbsent(step.fixing.key)!.id, name: `that there is no ${lowerFirst(step.fixing.name)}` }
                "
              />
            </p>
            <StripRow
              v-else-if="session.mayWork || isOff(step.fixing.key)"
              :fixing="step.fixing"
              :number="number"
              :done="doneOf(step.fixing)"
              @off="(details, photo) => log(step.kind === 'fixing' ? step.fixing : null, details, photo)"
              @absent="step.kind === 'fixing' && logAbsent(step.fixing)"
              @other-end="step.kind === 'fixing' && logOtherEnd(step.fixing)"
            />
            <p v-else class="py-2.5">{{ step.fixing.name }}</p>
          </li>
          <li v-if="session.mayWork">
            <StripRow :fixing="null" :number="number" @off="(details, photo) => log(null, details, photo)" />
          </li>
        </ol>
      </section>
      <OrderBefore v-if="session.mayWork" :job="job" :fixings="fixings" :now="now" @listed="take" />
    </template>

    <template v-else>
      <NeverLogged
        v-if="rebuild.missed.length"
        :missed="rebuild.missed"
        :waits="isOff"
        :may-work="session.mayWork"
        @off="log($event)"
        @absent="logAbsent"
      />
      <p v-for="name in rebuild.alone" :key="name" class="sheet unsure font-semibold">
        <StateSign look="unsure" :size="16" /> {{ name }} was logged alone. Did its end at the tank come off too? Log it, so
        that both go on.
      </p>
      <section class="sheet" aria-label="To go on">
        <p v-if="!rebuild.rows.length" class="soft">Nothing has come off yet.</p>
        <ol class="divide-y divide-(--hair)">
          <li v-for="row in rebuild.rows" :key="row.kind === 'refit' ? row.entry.id : `step ${row.step.to}`">
            <p v-if="row.kind === 'step'" class="my-1 rounded-md bg-(--bay) px-3 py-2.5">
              {{ row.step.check }}
              <span class="time block font-semibold"
                >{{
                  row.notOn.length ? `Not on yet: ${row.notOn.map(lowerFirst).join(', ')}` : 'Everything above is on'
                }}.</span
              >
            </p>
            <RefitLine
              v-else
              :job="job"
              :row="row"
              :order="orderOf.get(row.entry.id) ?? 0"
              :now="now"
              :may-work="session.mayWork"
              @on="tick(row.entry, $event)"
              @strike="striking = { id: row.entry.id, name: `${lowerFirst(row.entry.name)} on the strip list` }"
              @draw="drawing = $event"
            />
          </li>
        </ol>
      </section>
      <section v-if="standing.ledger.settle" class="sheet" aria-labelledby="evidence-title">
        <h2 id="evidence-title" class="mb-1">Then prove it</h2>
        <p>
          {{ standing.ledger.missing.length }} of {{ standing.ledger.parts.length }} parts have no evidence that stands; what is
          touched loses its own. The shortest that brings it takes about {{ standing.ledger.settle.minutes }} min:
        </p>
        <SettlingTests :job="job" :plan="standing.ledger.settle" />
      </section>
    </template>
    <PurchaseList v-if="job.purchases.length" :job="job" :now="now" @done="done" />
    <LazyPhotoDraw v-if="drawing" :job="job" :photo-id="drawing" @done="done" @close="drawing = null" />
    <SeenPanel v-model:start="seeing" :job="job" @done="done" />
    <StrikePanel :job="job" :subject="striking" @done="done" @close="striking = null" />
  </div>
</template>
