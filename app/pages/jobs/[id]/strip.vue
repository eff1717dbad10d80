<script setup lang="ts">
import { otherEnd, stripOrder, type Fixing } from '#core/circuit/fixings'
import { whileInThere, type Suggestion } from '#core/repair/whileInThere'
import { jobFixings, rebuildOf, strippedNow } from '#shared/rebuild'
import { situationOf } from '#shared/situation'
import type { JobView, StripView } from '#shared/views'

/** The strip list as things come off, and the same turned round as they go on again. */
const id = String(useRoute().params.id)
const route = useRoute()
const session = useSession()
const queue = useStripQueue()
const { job, error, refresh, standing, take, now } = useJob(id)
const { problem, save } = useSave({ inOrder: true })
const striking = ref<{ id: string, name: string } | null>(null)
const done = (view: JobView) => {
  take(view)
  striking.value = null
}
queue.on(view => { if (view.id === id) take(view) })
const mode = ref<'off' | 'on'>(route.query.on === '1' ? 'on' : 'off')
const modeWords = { off: 'Coming off', on: 'Going on' }

const fixings = computed(() => (job.value ? jobFixings(job.value) : []))
const off = computed(() => (job.value ? strippedNow(job.value) : []))
const waiting = computed(() => queue.waiting.filter(each => each.jobId === id))
const isOff = (key: string) => off.value.some(entry => entry.fixing === key && entry.refit === null) || waiting.value.some(each => each.form.fixing === key)
const steps = computed(() => stripOrder(fixings.value))
const number = computed(() => off.value.length + waiting.value.length + 1)
const log = (fixing: Fixing | null, form: { name: string, mark: string, facing: string, fastener: string, torque: number | null, condition: string }, photo: Blob | null) =>
  queue.add(id, { id: newId(), fixing: fixing?.key ?? null, photoId: null, ...form }, photo)

/** Both ends of a hose carry the same mark. */
function logOtherEnd(fixing: Fixing) {
  const { key, name } = otherEnd(fixing)
  const mark = off.value.find(entry => entry.fixing === fixing.key)?.mark ?? ''
  void queue.add(id, { id: newId(), fixing: key, name, mark, facing: '', fastener: '', torque: null, condition: '', photoId: null }, null)
}

const rebuild = computed(() => (job.value ? rebuildOf(job.value) : null))
const needsOf = (fixing: Fixing | null): string[] => {
  if (!fixing) return []
  const { renew, lubricant, lock, orientation, routing, torque } = fixing.needs
  return [renew ? `new ${renew}` : '', lubricant ?? '', lock ? 'pull on it: it must be locked' : '', orientation ? 'the way it faced' : '', routing ? 'no sag, no kink, nothing to rub on' : '', torque ? `torque: ${torque}` : '', fixing.kind === 'ground' ? 'ground on' : ''].filter(Boolean)
}
/** Pictures of things as they are on again, by line, until it is ticked. */
const afterwards = ref<Record<string, File>>({})
function pickAfter(entry: StripView, event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) afterwards.value = { ...afterwards.value, [entry.id]: file }
}
const tick = (entry: StripView) => save(async () => {
  const file = afterwards.value[entry.id]
  const photoId = file ? newId() : null
  if (file && photoId) take(await sendPhoto(id, file, photoId))
  take(await callApi<JobView>(`strips/${entry.id}/refit`, 'POST', { id: newId(), photoId }))
})
const drawing = shallowRef<string | null>(null)
/** Before and after of a line, as far as they were taken. */
const pair = (entry: StripView): [string, 'before' | 'after'][] => [...(entry.photoId ? [[entry.photoId, 'before'] as [string, 'before']] : []), ...(entry.refit?.photoId ? [[entry.refit.photoId, 'after'] as [string, 'after']] : [])]
/** What the list of parts to get has not yet. */
const suggestions = computed(() => {
  if (!job.value) return []
  const { age } = situationOf(job.value, now.value)
  return whileInThere(fixings.value, age).filter(each => !job.value!.purchases.some(purchase => purchase.name.toLowerCase() === each.name.toLowerCase()))
})
const list = (suggestion: Suggestion) => save(async () => take(await callApi<JobView>(`jobs/${id}/purchases`, 'POST', { id: newId(), name: suggestion.name, reason: 'while in there', measure: suggestion.measure, cause: null, fixing: suggestion.fixing })))
useActionKeys('Strip and rebuild', [
  { key: 'x', label: 'Turn the list round', run: () => { mode.value = mode.value === 'off' ? 'on' : 'off' }, when: () => !striking.value },
  { key: 'escape', label: 'Back to the job', run: () => void navigateTo(`/jobs/${id}`), when: () => !striking.value },
])
</script>

<template>
  <PageState v-if="!job || !rebuild || !standing" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div>
        <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline">← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink>
        <h1 class="mt-1">{{ mode === 'off' ? 'Strip list' : 'Rebuild list' }}</h1>
        <p class="soft">{{ mode === 'off' ? 'Mark and photograph before each thing comes off; one tap logs it, and it waits here when the network is gone.' : rebuild.left ? `${rebuild.left} of ${off.length} to go on again.` : off.length ? 'Everything that came off is on again.' : 'Nothing has come off.' }}</p>
      </div>
      <TapChoice v-model="mode" :options="['off', 'on'] as const" :words="modeWords" several label="Which way" />
    </header>
    <CautionList :job="job" act="remove the tank" @read="take" />
    <p v-if="problem || queue.problem" role="alert" class="leaking font-medium">{{ problem ?? queue.problem }}</p>
    <p v-if="waiting.length" role="status" class="sheet py-2.5 font-medium"><UIcon name="i-lucide-cloud-off" class="inline-block size-5 align-[-0.25em]" /> {{ waiting.length }} {{ waiting.length === 1 ? 'line waits' : 'lines wait' }} here and will be sent: {{ waiting.map(each => each.form.name).join(', ') }}.</p>

    <template v-if="mode === 'off'">
      <section class="sheet" aria-label="To come off">
        <ol class="divide-y divide-(--hair)">
          <li v-for="(step, i) in steps" :key="step.kind === 'fixing' ? step.fixing.key : `lower ${step.to}`">
            <p v-if="step.kind === 'lower'" class="my-1 rounded-md bg-(--bay) px-3 py-2.5"><b>{{ step.to === 'tank up' ? 'Support it' : step.to === 'lowered a little' ? 'Lower it a little' : 'Down' }}.</b> {{ step.check }}</p>
            <p v-else-if="isOff(step.fixing.key)" class="sealed py-2.5 font-medium"><StateSign look="sealed" :size="16" /> {{ step.fixing.name }}: off
              <UButton v-if="step.fixing.kind === 'hose' && session.mayWork && !isOff(otherEnd(step.fixing).key)" color="neutral" variant="ghost" class="ml-2 min-h-11" @click="logOtherEnd(step.fixing)">Its other end too?</UButton>
              <span v-else-if="step.fixing.kind === 'hose'"> · other end off too</span></p>
            <StripRow v-else-if="session.mayWork" :fixing="step.fixing" :number="number" :waiting="false" @off="(form, photo) => log(step.kind === 'fixing' ? step.fixing : null, form, photo)" />
            <p v-else class="py-2.5">{{ step.fixing.name }}<span class="sr-only">{{ i }}</span></p>
          </li>
          <li v-if="session.mayWork"><StripRow :fixing="null" :number="number" :waiting="false" @off="(form, photo) => log(null, form, photo)" /></li>
        </ol>
      </section>
      <section v-if="suggestions.length && session.mayWork" class="sheet" aria-labelledby="before-title">
        <h2 id="before-title" class="mb-1">Order before it breaks</h2>
        <p v-for="each in suggestions" :key="each.name + each.fixing" class="flex flex-wrap items-center justify-between gap-2 py-1.5"><span class="min-w-0 flex-1 basis-64"><b>{{ each.name }}</b> <span class="soft">{{ each.reason }}</span></span><UButton color="neutral" variant="outline" icon="i-lucide-list-plus" class="min-h-11" :aria-label="`List: ${each.name}`" @click="list(each)">List it</UButton></p>
      </section>
    </template>

    <template v-else>
      <section v-if="rebuild.missed.length" class="sheet border-2 border-(--unsure)" aria-label="Never logged">
        <p class="unsure font-semibold"><StateSign look="unsure" :size="16" /> The tank came down, and these were never logged as off. They must have been: look for them before it goes up.</p>
        <ul class="mt-1"><li v-for="fixing in rebuild.missed" :key="fixing.key" class="py-0.5 font-medium">{{ fixing.name }}</li></ul>
      </section>
      <p v-for="name in rebuild.alone" :key="name" class="sheet unsure font-semibold"><StateSign look="unsure" :size="16" /> {{ name }} was logged alone. Did its end at the tank come off too? Log it, so that both go on.</p>
      <section class="sheet" aria-label="To go on">
        <p v-if="!rebuild.rows.length" class="soft">Nothing has come off yet.</p>
        <ol class="divide-y divide-(--hair)">
          <li v-for="(row, i) in rebuild.rows" :key="row.kind === 'refit' ? row.entry.id : `step ${row.step.to}`">
            <p v-if="row.kind === 'step'" class="my-1 rounded-md bg-(--bay) px-3 py-2.5">{{ row.step.check }}</p>
            <div v-else class="flex flex-wrap items-center gap-3 py-2.5">
              <div v-if="row.entry.photoId || row.entry.refit?.photoId" class="flex shrink-0 gap-2">
                <button v-for="[photoId, when] in pair(row.entry)" :key="photoId" type="button" class="text-center" :aria-label="`${row.entry.name}, ${when}: large, and draw on it`" @click="drawing = photoId"><img :src="`/api/photos/${photoId}?small=1`" :alt="`${row.entry.name} as it ${when === 'before' ? 'was' : 'is'}`" class="h-20 w-auto rounded-md"><span class="soft text-sm">{{ when }}</span></button>
              </div>
              <div class="min-w-0 flex-1 basis-56">
                <p class="font-semibold"><span class="figure soft mr-1.5">{{ i + 1 }}</span>{{ row.entry.name }} <span class="time">{{ row.entry.mark }}</span></p>
                <p v-if="row.entry.facing || row.entry.fastener || row.entry.torque || row.entry.condition" class="text-sm">{{ [row.entry.facing && `faced ${row.entry.facing}`, row.entry.fastener, row.entry.torque && `${row.entry.torque} N·m`, row.entry.condition].filter(Boolean).join(' · ') }}</p>
                <p v-if="needsOf(row.fixing).length" class="soft text-sm">{{ needsOf(row.fixing).join(' · ') }}</p>
                <p v-for="purchase in row.waitsFor" :key="purchase.id" class="time text-sm font-semibold">Waits for: {{ purchase.name }}</p>
                <p v-if="row.entry.refit" class="sealed text-sm font-medium">on, {{ clockText(row.entry.refit.at, now) }}, {{ row.entry.refit.by }}</p>
              </div>
              <label v-if="session.mayWork && !row.entry.refit" class="grid size-11 cursor-pointer place-items-center rounded-md border border-(--hair)" :class="afterwards[row.entry.id] && 'bg-(--sealed-soft)'"><UIcon name="i-lucide-camera" class="size-5" /><span class="sr-only">Photograph of {{ row.entry.name }} as it is on</span><input type="file" accept="image/*" capture="environment" class="sr-only" @change="pickAfter(row.entry, $event)"></label>
              <UButton v-if="session.mayWork && !row.entry.refit" color="neutral" class="h-12 px-5" :disabled="row.waitsFor.length > 0" :aria-label="`${row.entry.name} is on`" @click="tick(row.entry)">On</UButton>
              <StrikeLink v-if="session.mayWork && !row.entry.refit" @click="striking = { id: row.entry.id, name: `${lowerFirst(row.entry.name)} on the strip list` }" />
            </div>
          </li>
        </ol>
      </section>
      <section v-if="standing.ledger.settle" class="sheet" aria-labelledby="evidence-title">
        <h2 id="evidence-title" class="mb-1">Then prove it</h2>
        <p>What was touched has lost its evidence: {{ standing.ledger.missing.length }} of {{ standing.ledger.parts.length }} parts have none. The shortest that brings it back is a {{ standing.ledger.settle.kind === 'soap' ? 'soap walk' : 'hold' }} of about {{ standing.ledger.settle.minutes }} min.</p>
        <UButton :to="`/jobs/${job.id}/${standing.ledger.settle.kind}`" color="neutral" variant="outline" class="mt-2 min-h-11">{{ standing.ledger.settle.kind === 'soap' ? 'Soap' : 'Set up a hold' }}</UButton>
      </section>
    </template>
    <PurchaseList v-if="job.purchases.length" :job="job" :now="now" @done="done" />
    <PhotoDraw :job="job" :photo-id="drawing" @done="done" @close="drawing = null" />
    <StrikePanel :job="job" :subject="striking" @done="done" @close="striking = null" />
  </div>
</template>
