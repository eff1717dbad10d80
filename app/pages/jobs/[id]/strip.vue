<script setup lang="ts">
import { otherEnd, stillOn, stripOrder, type Fixing, type ReachStage } from '#core/circuit/fixings'
import { jackRating } from '#core/fuel/weight'
import { fixingConditions, whileInThere, type FixingCondition, type Suggestion } from '#core/repair/whileInThere'
import { lastDrawn } from '#shared/jobPhotos'
import { purchaseStanding } from '#shared/purchases'
import { absentNow, jobFixings, rebuildOf, strippedNow } from '#shared/rebuild'
import { weighedNow, weighingNow } from '#shared/safety'
import { situationOf } from '#shared/situation'
import type { StripDetails } from '#shared/schemas/strip'
import type { JobView, StripView } from '#shared/views'

/** The strip list as things come off, and the same turned round as they go on again. */
const id = String(useRoute().params.id)
const route = useRoute()
const session = useSession()
const queue = useStripQueue()
const { short } = useQuantities()
const { job, error, refresh, standing, take, now } = useJob(id)
const { problem, save } = useSave({ inOrder: true })
const striking = ref<{ id: string; name: string } | null>(null)
const done = (view: JobView) => {
  take(view)
  striking.value = null
}
queue.on(view => {
  if (view.id === id) take(view)
})
const mode = ref<'off' | 'on'>(route.query.on === '1' ? 'on' : 'off')
const modeWords = { off: 'Coming off', on: 'Going on' }

const fixings = computed(() => (job.value ? jobFixings(job.value) : []))
const off = computed(() => (job.value ? strippedNow(job.value) : []))
const absent = computed(() => (job.value ? absentNow(job.value) : []))
const waiting = computed(() => queue.waiting.filter(each => each.jobId === id))
const waitingOff = computed(() => waiting.value.map(each => each.form).filter(form => !form.absent))
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
/** The next number of a ring, also while the line before it is on its way. */
const given = ref(0)
const number = computed(
  () => 1 + Math.max(given.value, ...lines.value.map(line => Number(/^ring (\d+)$/.exec(line.mark)?.[1] ?? 0))),
)
const plain = { mark: '', facing: '', fastener: '', torque: null, condition: '' }
function log(fixing: Pick<Fixing, 'key' | 'name'> | null, details: Partial<StripDetails> = {}, photo: Blob | null = null) {
  const mark = details.mark || `ring ${number.value}`
  given.value = Math.max(given.value, Number(/^ring (\d+)$/.exec(mark)?.[1] ?? 0))
  void queue.add(
    id,
    {
      id: newId(),
      fixing: fixing?.key ?? null,
      photoId: null,
      absent: false,
      name: fixing?.name ?? '',
      ...plain,
      ...details,
      mark,
    },
    photo,
  )
}
const logAbsent = ({ key, name }: Fixing) =>
  void queue.add(id, { id: newId(), fixing: key, name, ...plain, absent: true, photoId: null }, null)
/** Both ends of a hose carry the same mark. */
const logOtherEnd = (fixing: Fixing) => log(otherEnd(fixing), { mark: lineOf(fixing.key)?.mark ?? '' })

const rebuild = computed(() => (job.value ? rebuildOf(job.value) : null))
/** What was noted as it came off, as far as it matters for putting it on. */
const detailsOf = ({ facing, fastener, torque, condition }: StripView) =>
  [
    facing && `faced ${facing}`,
    fastener,
    torque && `${Number(torque.toPrecision(3))} N·m`,
    condition === 'good' ? '' : condition,
  ]
    .filter(Boolean)
    .join(' · ')
/** Place of each line in the order in which things go on, from one. */
const orderOf = computed(
  () =>
    new Map(
      rebuild.value?.rows.flatMap(row => (row.kind === 'refit' ? [row.entry.id] : [])).map((entryId, i) => [entryId, i + 1]),
    ),
)
const needsOf = (fixing: Fixing | null): string[] => {
  if (!fixing) return []
  const { renew, lubricant, lock, orientation, routing, torque } = fixing.needs
  return [
    renew ? `new ${renew}` : '',
    lubricant ?? '',
    lock ? 'pull on it: it must be locked' : '',
    orientation ? 'the way it faced' : '',
    routing ? 'no sag, no kink, nothing to rub on' : '',
    torque ? `torque: ${torque}` : '',
    fixing.kind === 'ground' ? 'ground on' : '',
  ].filter(Boolean)
}
/** Pictures of things as they are on again, by line, until it is ticked. */
const afterwards = ref<Record<string, File>>({})
function pickAfter(entry: StripView, event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) afterwards.value = { ...afterwards.value, [entry.id]: file }
}
const tick = (entry: StripView) =>
  save(async () => {
    const file = afterwards.value[entry.id]
    const photoId = file ? newId() : null
    if (file && photoId) take(await sendPhoto(id, file, photoId))
    take(await callApi<JobView>(`strips/${entry.id}/refit`, 'POST', { id: newId(), photoId }))
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
/** Before and after of a line, as far as they were taken. */
const pair = (entry: StripView) =>
  (
    [
      [entry.photoId, 'before'],
      [entry.refit?.photoId ?? null, 'after'],
    ] as const
  ).flatMap(([photoId, when]) => (photoId ? [[lastDrawn(job.value!, photoId), when] as const] : []))
const isCondition = (text: string): text is FixingCondition => fixingConditions.some(each => each === text)
/** What the list of parts to get has not yet, by name as the list itself goes by: what it would refuse is not offered. */
const suggestions = computed(() => {
  if (!job.value) return []
  const { age } = situationOf(job.value, now.value)
  const conditions = new Map(
    off.value.flatMap(entry =>
      entry.fixing && isCondition(entry.condition) ? [[entry.fixing, entry.condition] as const] : [],
    ),
  )
  return whileInThere(fixings.value, { age, conditions }).filter(
    each =>
      !job.value!.purchases.some(
        purchase => purchase.name.toLowerCase() === each.name.toLowerCase() && purchaseStanding(purchase) !== 'returned',
      ),
  )
})
const listOne = async (suggestion: Suggestion) =>
  take(
    await callApi<JobView>(`jobs/${id}/purchases`, 'POST', {
      id: newId(),
      name: suggestion.name,
      reason: 'while in there',
      measure: suggestion.measure,
      cause: null,
      fixing: suggestion.fixing,
    }),
  )
const list = (suggestion: Suggestion) => save(() => listOne(suggestion))
const listAll = () =>
  save(async () => {
    for (const each of suggestions.value) await listOne(each)
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
  { key: 'escape', label: 'Back to the job', run: () => void navigateTo(`/jobs/${id}`), when: () => !striking.value },
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
          {{
            mode === 'off'
              ? 'Mark and photograph before each thing comes off; one tap logs it, and it waits here when the network is gone.'
              : rebuild.left
                ? `${rebuild.left} of ${off.length} to go on again.`
                : off.length
                  ? 'Everything that came off is on again.'
                  : 'Nothing has come off.'
          }}
        </p>
      </div>
      <TapChoice v-model="mode" :options="['off', 'on'] as const" :words="modeWords" several label="Which way" />
    </header>
    <CautionList :job="job" act="remove the tank" @read="take" />
    <p v-if="problem || queue.problem" role="alert" class="leaking font-medium">{{ problem ?? queue.problem }}</p>
    <p v-if="waiting.length" role="status" class="sheet py-2.5 font-medium">
      <UIcon name="i-lucide-cloud-off" class="inline-block size-5 align-[-0.25em]" /> {{ waiting.length }}
      {{ waiting.length === 1 ? 'line waits' : 'lines wait' }} here and will be sent:
      {{ waiting.map(each => each.form.name).join(', ') }}.
    </p>

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
      <section v-if="suggestions.length && session.mayWork" class="sheet" aria-labelledby="before-title">
        <div class="mb-1 flex flex-wrap items-center justify-between gap-2">
          <h2 id="before-title">Order before it breaks</h2>
          <UButton
            v-if="suggestions.length > 1"
            color="neutral"
            variant="outline"
            icon="i-lucide-list-plus"
            class="min-h-11"
            @click="listAll"
            >List all {{ suggestions.length }}</UButton
          >
        </div>
        <ul class="divide-y divide-(--hair)">
          <li v-for="each in suggestions" :key="each.name + each.fixing" class="flex items-center gap-3 py-1.5">
            <p class="min-w-0 flex-1 leading-snug">
              <b>{{ each.name }}</b> <span class="soft">{{ each.reason }}</span>
            </p>
            <UButton
              color="neutral"
              variant="outline"
              icon="i-lucide-list-plus"
              class="size-11 shrink-0 justify-center"
              :aria-label="`List: ${each.name}`"
              @click="list(each)"
            />
          </li>
        </ul>
      </section>
    </template>

    <template v-else>
      <section v-if="rebuild.missed.length" class="sheet border-2 border-(--unsure)" aria-label="Never logged">
        <p class="unsure font-semibold">
          <StateSign look="unsure" :size="16" /> The tank came down, and these were never logged as off. They must have been:
          look for them before it goes up.
        </p>
        <ul class="mt-1">
          <li
            v-for="fixing in rebuild.missed"
            :key="fixing.key"
            class="flex flex-wrap items-center justify-between gap-x-3 py-1 font-medium"
          >
            {{ fixing.name }}
            <span v-if="session.mayWork && !isOff(fixing.key)" class="flex gap-2"
              ><UButton
                color="neutral"
                variant="outline"
                class="min-h-11"
                :aria-label="`${fixing.name} was off`"
                @click="log(fixing)"
                >It was off</UButton
              ><UButton
                color="neutral"
                variant="ghost"
                class="min-h-11"
                :aria-label="`This tank has no ${lowerFirst(fixing.name)}`"
                @click="logAbsent(fixing)"
                >There is none</UButton
              ></span
            >
          </li>
        </ul>
      </section>
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
            <div v-else class="space-y-2 py-2.5">
              <div v-if="pair(row.entry).length" class="flex gap-2">
                <button
                  v-for="[photoId, when] in pair(row.entry)"
                  :key="photoId"
                  type="button"
                  class="text-left"
                  :aria-label="`${row.entry.name}, ${when}: large, and draw on it`"
                  @click="drawing = photoId"
                >
                  <img
                    :src="`/api/photos/${photoId}?small=1`"
                    :alt="`${row.entry.name} as it ${when === 'before' ? 'was' : 'is'}`"
                    class="h-28 w-auto rounded-md"
                  /><span class="soft text-sm">{{ when }}</span>
                </button>
              </div>
              <StripLine>
                <p class="font-semibold leading-snug">
                  <span class="figure soft mr-1.5">{{ orderOf.get(row.entry.id) }}</span>{{ row.entry.name }}
                  <span class="time">{{ row.entry.mark }}</span>
                </p>
                <p v-if="detailsOf(row.entry)" class="text-sm">{{ detailsOf(row.entry) }}</p>
                <p v-if="needsOf(row.fixing).length" class="soft text-sm">{{ needsOf(row.fixing).join(' · ') }}</p>
                <p v-for="purchase in row.waitsFor" :key="purchase.id" class="time text-sm font-semibold">
                  Waits for: {{ purchase.name }}
                </p>
                <p v-if="row.entry.refit" class="sealed flex min-h-7 items-center gap-1.5 text-sm font-medium">
                  <StateSign look="sealed" :size="16" /> on, {{ clockText(row.entry.refit.at, now) }}, {{ row.entry.refit.by }}
                </p>
                <StrikeLink
                  v-else-if="session.mayWork"
                  class="-ml-1.5"
                  @click="striking = { id: row.entry.id, name: `${lowerFirst(row.entry.name)} on the strip list` }"
                />
                <template v-if="session.mayWork && !row.entry.refit" #act>
                  <label
                    class="grid size-11 shrink-0 cursor-pointer place-items-center rounded-md border border-(--hair)"
                    :class="afterwards[row.entry.id] && 'bg-(--sealed-soft)'"
                    ><UIcon name="i-lucide-camera" class="size-5" /><span class="sr-only"
                      >Photograph of {{ row.entry.name }} as it is on</span
                    ><input
                      type="file"
                      accept="image/*"
                      capture="environment"
                      class="sr-only"
                      @change="pickAfter(row.entry, $event)"
                  /></label>
                  <UButton
                    color="neutral"
                    class="h-12 shrink-0 px-5"
                    :disabled="row.waitsFor.length > 0"
                    :aria-label="`${row.entry.name} is on`"
                    @click="tick(row.entry)"
                    >On</UButton
                  >
                </template>
              </StripLine>
            </div>
          </li>
        </ol>
      </section>
      <section v-if="standing.ledger.settle" class="sheet" aria-labelledby="evidence-title">
        <h2 id="evidence-title" class="mb-1">Then prove it</h2>
        <p>
          What was touched has lost its evidence: {{ standing.ledger.missing.length }} of
          {{ standing.ledger.parts.length }} parts have none. The shortest that brings it back takes about
          {{ standing.ledger.settle.minutes }} min:
        </p>
        <SettlingTests :job="job" :plan="standing.ledger.settle" />
      </section>
    </template>
    <PurchaseList v-if="job.purchases.length" :job="job" :now="now" @done="done" />
    <PhotoDraw :job="job" :photo-id="drawing" @done="done" @close="drawing = null" />
    <StrikePanel :job="job" :subject="striking" @done="done" @close="striking = null" />
  </div>
</template>
