<script setup lang="ts">
import { SOAP_WATCH_TIME, soapMarks, type SoapMark } from '#core/leaktest/soap'
import { tankKind } from '#core/circuit/tankKinds'
import { curingLeaks } from '#shared/limits'
import { findSchema, soapSchema, type FindForm } from '#shared/schemas/soap'
import type { JobView } from '#shared/views'

/** A soap walk: the parts in route order while under pressure; a find is drawn between its two hash marks. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, standing, take, now } = useJob(id)
const { short } = useQuantities()
const { saving, problem, save } = useSave()
const parts = computed(() => job.value?.parts.filter(part => part.removedAt === null) ?? [])
const walk = computed(() => job.value?.soaps.find(soap => soap.stoppedAt === null && !soap.struck) ?? null)
const last = computed(() => job.value?.soaps.at(-1) ?? null)
const markOf = (partId: string) => walk.value?.marks.find(mark => mark.partId === partId)?.mark ?? null
const curing = computed(() => (job.value ? curingLeaks(job.value, now.value) : []))

const start = ref({ id: newId(), pressure: 0, earlyReason: '' })
const startForm = useTemplateRef('startForm')
watch(job, view => { if (view && start.value.pressure === 0) start.value.pressure = Math.min(view.pressureLimit, Math.abs(view.holds.at(-1)?.setup.testPressure ?? tankKind(view.tankKind).workingPressure)) }, { immediate: true })
const begin = () => save(async () => {
  take(await callApi<JobView>(`jobs/${id}/soaps`, 'POST', start.value))
  start.value.id = newId()
}, startForm.value)

const picked = ref<string | null>(null)
const at = computed(() => parts.value.find(part => part.id === picked.value) ?? null)
const goToNext = () => { picked.value = parts.value.find(part => markOf(part.id) === null)?.id ?? picked.value ?? parts.value[0]?.id ?? null }
watch(walk, (open, before) => { if (open && open.id !== before?.id) goToNext() }, { immediate: true })
const openedAt = ref(Date.now())
watch(picked, () => { openedAt.value = Date.now(); seen.value = null; ends.value = []; finding.value = null })
const watched = computed(() => Math.max(0, Math.round((now.value - openedAt.value) / 1000)))

const mark = (value: SoapMark) => {
  if (!walk.value || !at.value) return
  if (value === 'foams' || value === 'bubbles') return openFind(value)
  return save(async () => {
    take(await callApi<JobView>(`soaps/${walk.value!.id}/marks`, 'POST', { id: newId(), partId: at.value!.id, mark: value }))
    goToNext()
  })
}

const finding = ref<FindForm | null>(null)
const ends = ref<{ x: number, y: number }[]>([])
const findForm = useTemplateRef('findForm')
const known = computed(() => standing.value?.ledger.leaks.filter(({ id }) => job.value?.leaks.find(leak => leak.id === id)?.partId === picked.value) ?? [])
function openFind(value: 'foams' | 'bubbles') {
  const { shape, id } = at.value!
  const middle = shape.at === 'line' ? { x1: shape.x1 + (shape.x2 - shape.x1) * 0.45, y1: shape.y1 + (shape.y2 - shape.y1) * 0.45, x2: shape.x1 + (shape.x2 - shape.x1) * 0.55, y2: shape.y1 + (shape.y2 - shape.y1) * 0.55 } : { x1: Math.max(0, shape.x - 16), y1: shape.y, x2: Math.min(1000, shape.x + 16), y2: shape.y }
  ends.value = []
  finding.value = { id: newId(), partId: id, seen: value, ...middle, length: 0.01, note: '', leakId: known.value[0]?.id ?? null }
}
/** The nearest place on the part's own line, so that a find lies on what leaks. */
function onPart(x: number, y: number) {
  const shape = at.value?.shape
  if (shape?.at !== 'line') return { x, y }
  const dx = shape.x2 - shape.x1, dy = shape.y2 - shape.y1
  const share = Math.min(1, Math.max(0, ((x - shape.x1) * dx + (y - shape.y1) * dy) / (dx * dx + dy * dy)))
  return { x: shape.x1 + share * dx, y: shape.y1 + share * dy }
}
function place(x: number, y: number) {
  if (!finding.value) return
  ends.value = [...(ends.value.length === 2 ? [] : ends.value), onPart(x, y)]
  const [a, b] = ends.value
  if (a) Object.assign(finding.value, { x1: a.x, y1: a.y, x2: (b ?? a).x, y2: (b ?? a).y })
}
/** The same without a pointer: moves both hash marks along the part. */
function slide(by: number) {
  const form = finding.value, shape = at.value?.shape
  if (!form || !shape) return
  const length = shape.at === 'line' ? Math.hypot(shape.x2 - shape.x1, shape.y2 - shape.y1) : 1
  const dx = shape.at === 'line' ? (shape.x2 - shape.x1) / length * by : by, dy = shape.at === 'line' ? (shape.y2 - shape.y1) / length * by : 0
  const [a, b] = [onPart(form.x1 + dx, form.y1 + dy), onPart(form.x2 + dx, form.y2 + dy)]
  Object.assign(form, { x1: a.x, y1: a.y, x2: b.x, y2: b.y })
}
const record = () => save(async () => {
  take(await callApi<JobView>(`soaps/${walk.value!.id}/finds`, 'POST', finding.value!))
  finding.value = null
  goToNext()
}, findForm.value)

const seen = ref<SoapMark | null>(null)
const looking = useSave()
const lookThere = () => looking.save(async () => { seen.value = (await callApi<{ mark: SoapMark }>(`soaps/${walk.value!.id}/look/${picked.value}`)).mark })
const end = () => save(async () => take(await callApi<JobView>(`soaps/${walk.value!.id}/stop`, 'POST')))
const left = computed(() => parts.value.filter(part => markOf(part.id) === null))
const drawn = computed(() => {
  const leaks = job.value && standing.value ? mapLeaks(job.value, standing.value.ledger) : []
  return finding.value ? [...leaks.filter(leak => leak.id !== finding.value!.leakId), { id: 'new', number: 0, look: 'leaking' as const, label: 'this find', x1: finding.value.x1, y1: finding.value.y1, x2: finding.value.x2, y2: finding.value.y2 }] : leaks
})
const looks = computed(() => Object.fromEntries(parts.value.map(part => [part.id, ({ 'dry': 'sealed', 'foams': 'leaking', 'bubbles': 'leaking', 'not reached': 'unsure' } as const)[markOf(part.id) ?? 'not reached']])))
const markWords: Record<SoapMark, string> = { 'dry': 'Dry', 'foams': 'Foams', 'bubbles': 'Bubbles', 'not reached': 'Not reached' }
const markLook: Record<SoapMark, StateLook> = { 'dry': 'sealed', 'foams': 'leaking', 'bubbles': 'leaking', 'not reached': 'unsure' }

const may = () => walk.value !== null && session.mayWork && finding.value === null
useActionKeys('Soap', [
  { key: 'd', label: 'Dry', run: () => void mark('dry'), when: may },
  { key: 'f', label: 'Foams', run: () => void mark('foams'), when: may },
  { key: 'b', label: 'Bubbles', run: () => void mark('bubbles'), when: may },
  { key: 'x', label: 'Not reached', run: () => void mark('not reached'), when: may },
  { key: 'arrowdown', label: 'Next part', run: () => { const i = parts.value.findIndex(part => part.id === picked.value); picked.value = parts.value[Math.min(parts.value.length - 1, i + 1)]?.id ?? null }, when: may },
  { key: 'arrowup', label: 'Part before', run: () => { const i = parts.value.findIndex(part => part.id === picked.value); picked.value = parts.value[Math.max(0, i - 1)]?.id ?? null }, when: may },
  { key: 'l', label: 'Look at the stand-in', run: () => void lookThere(), when: () => may() && job.value?.hasStandIn === true },
  { key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) },
])
</script>

<template>
  <PageState v-if="!job || !standing" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div>
        <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline">← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink>
        <h1>{{ walk ? `Soap ${walk.number}` : 'Soap' }}</h1>
        <p class="soft">{{ walk ? `At ${short('pressure', walk.pressure)}. ${left.length === 0 ? 'Every part is marked.' : `${left.length} of ${parts.length} parts to go.`}` : 'Wet every joint while it is under pressure, and wait half a minute at each.' }}</p>
        <p v-if="walk?.earlyReason" class="time font-semibold">Before the repair cured: {{ walk.earlyReason }}</p>
      </div>
      <UButton v-if="walk && session.mayWork" color="neutral" size="xl" :variant="left.length ? 'outline' : 'solid'" :loading="saving" @click="end">End the walk</UButton>
    </header>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>

    <template v-if="!walk">
      <CautionList v-if="!job.cautions" :job="job" @read="take" />
      <SchemaForm v-else-if="session.mayWork" ref="startForm" :schema="soapSchema" :state="start" class="sheet space-y-4" @submit="begin">
        <div v-if="curing.length" class="rounded-lg border-2 border-(--time) p-3.5">
          <p class="mb-2 font-semibold">Leak {{ curing.map(leak => leak.number).join(', ') }} is still curing.</p>
          <UFormField label="Why soap it now" name="earlyReason"><UInput v-model="start.earlyReason" /></UFormField>
        </div>
        <UFormField label="Pressure on the tank now" name="pressure" :hint="`limit ${short('pressure', job.pressureLimit)}`" class="max-w-xs"><QuantityInput v-model="start.pressure" kind="pressure" /></UFormField>
        <UButton type="submit" size="xl" color="neutral" :loading="saving">Start at the {{ lowerFirst(parts[0]?.name ?? 'first part') }}</UButton>
      </SchemaForm>
      <section v-if="last" class="sheet">
        <h2 class="mb-2">Soap {{ last.number }}, {{ stampText(last.stoppedAt ?? last.startedAt) }}</h2>
        <ul class="grid gap-x-6 sm:grid-cols-2"><li v-for="entry in last.marks" :key="entry.partId" class="flex justify-between border-b border-(--hair) py-1.5">{{ job.parts.find(part => part.id === entry.partId)?.name }}<span class="font-semibold" :class="markLook[entry.mark]"><StateSign :look="markLook[entry.mark]" :size="16" /> {{ entry.mark }}</span></li></ul>
      </section>
    </template>

    <div v-else class="grid gap-3 lg:grid-cols-[minmax(0,1fr)_19rem]">
      <div class="min-w-0 space-y-3">
        <section class="sheet" aria-label="Map"><TankMap :kind="job.tankKind" :parts="parts" :leaks="drawn" :looks="looks" :picked="picked" pickable @pick="finding ? undefined : picked = $event" @place="place" /></section>
        <section v-if="at && session.mayWork" class="sheet" aria-label="What this part shows">
          <div class="mb-3 flex flex-wrap items-baseline justify-between gap-2">
            <h2 class="text-xl font-bold text-(--ink)">{{ at.name }}</h2>
            <span class="figure" :class="watched >= SOAP_WATCH_TIME ? 'sealed font-bold' : 'soft'">{{ watched >= SOAP_WATCH_TIME ? 'watched half a minute' : `watch ${SOAP_WATCH_TIME - watched} s more` }}</span>
          </div>
          <template v-if="!finding">
            <div class="grid grid-cols-2 gap-2">
              <UButton v-for="value in soapMarks" :key="value" color="neutral" :variant="markOf(at.id) === value ? 'solid' : 'outline'" class="h-16 justify-center text-lg" :aria-pressed="markOf(at.id) === value" @click="mark(value)"><StateSign :look="markLook[value]" />{{ markWords[value] }}<span class="key max-sm:hidden">{{ { dry: 'D', foams: 'F', bubbles: 'B', 'not reached': 'X' }[value] }}</span></UButton>
            </div>
            <div v-if="job.hasStandIn" class="mt-3 flex flex-wrap items-center gap-3">
              <UButton color="neutral" variant="subtle" icon="i-lucide-eye" class="min-h-11" @click="lookThere">Look at the stand-in<span class="key max-sm:hidden">L</span></UButton>
              <p v-if="looking.problem.value" role="alert" class="leaking font-medium">{{ looking.problem.value }}</p>
              <p v-else-if="seen" aria-live="polite">The simulated tank shows: <b :class="markLook[seen]">{{ seen }}</b></p>
            </div>
          </template>
          <SchemaForm v-else ref="findForm" :schema="findSchema" :state="finding" class="space-y-4" @submit="record">
            <p class="font-medium">{{ ends.length === 1 ? 'Now tap its other end on the map.' : 'Tap its two ends on the map, or move the marks with the arrows.' }}</p>
            <div class="flex gap-2"><UButton type="button" color="neutral" variant="outline" icon="i-lucide-arrow-left" class="size-11 justify-center" aria-label="Marks back along the part" @click="slide(-20)" /><UButton type="button" color="neutral" variant="outline" icon="i-lucide-arrow-right" class="size-11 justify-center" aria-label="Marks on along the part" @click="slide(20)" /></div>
            <div class="grid gap-4 sm:grid-cols-2">
              <UFormField label="It" name="seen"><TapChoice v-model="finding.seen" :options="['foams', 'bubbles'] as const" several label="What it shows" /></UFormField>
              <UFormField label="Length" name="length"><QuantityInput v-model="finding.length" kind="length" /></UFormField>
            </div>
            <UFormField v-if="known.length" label="Which leak" name="leakId">
              <TapChoice :model-value="finding.leakId ?? 'new'" :options="[...known.map(leak => leak.id), 'new']" :words="Object.fromEntries([...known.map(leak => [leak.id, `Leak ${job!.leaks.find(each => each.id === leak.id)?.number} again`]), ['new', 'A new one']])" several label="Which leak" @update:model-value="finding.leakId = $event === 'new' ? null : String($event)" />
            </UFormField>
            <UFormField label="Note" name="note"><UInput v-model="finding.note" placeholder="Rivets 17 to 19" /></UFormField>
            <div class="flex gap-2"><UButton type="submit" size="xl" color="neutral" :loading="saving">Record the leak</UButton><UButton type="button" size="xl" color="neutral" variant="ghost" @click="finding = null">Back</UButton></div>
          </SchemaForm>
        </section>
      </div>
      <ol class="sheet h-fit p-2" aria-label="Route">
        <li v-for="(part, i) in parts" :key="part.id">
          <button type="button" class="flex min-h-11 w-full items-center gap-2.5 rounded-md px-2 text-left" :class="part.id === picked ? 'bg-(--bay) font-bold' : 'font-medium'" :aria-current="part.id === picked ? 'step' : undefined" @click="picked = part.id">
            <span class="figure soft w-5 text-right text-sm">{{ i + 1 }}</span><span class="min-w-0 flex-1">{{ part.name }}</span>
            <span v-if="markOf(part.id)" class="text-sm font-semibold" :class="markLook[markOf(part.id)!]"><StateSign :look="markLook[markOf(part.id)!]" :size="16" /> {{ markOf(part.id) }}</span>
          </button>
        </li>
      </ol>
    </div>
  </div>
</template>
