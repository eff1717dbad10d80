<script setup lang="ts">
import { systemLimit } from '#shared/ledgerParts'
import { reachOn } from '#shared/jobCircuit'
import {
  blankHold,
  draftFor,
  draftFromSetup,
  holdBlowsIn,
  plannedFrom,
  turned,
  type HoldDraft,
} from '#shared/leaktest/hold/holdDraft'
import { holdSchema } from '#shared/leaktest/hold/holdForm'
import { testsOf } from '#shared/leaktest/tests'
import { readingOf } from '#core/record/reading'
import { overLimit, reliefProblem } from '#shared/limits'
import type { JobView } from '#shared/views'

/** Set-up of a hold: where readings come from, the gas, the gauge, the boundary, the target. */
const id = String(useRoute().params.id)
const { job, error, refresh, now } = useJob(id)
const { short } = useQuantities()
const { saving, problem, save } = useSave()
const { of } = useKit()
const form = useTemplateRef('form')

const wanted = useFeedWanted()
const { draft, clear } = useDraft<HoldDraft>(`hold:${id}`, blankHold)
/** Step of a gauge that shows its readings itself, Pa, until they say otherwise; who reads a gauge says its smallest mark. */
const FINE = 10
const whole = computed(() => ({
  ...draft.value,
  gaugeStep: draft.value.gaugeStep || (draft.value.source === 'typed' ? 0 : FINE),
}))
const boundary = computed({
  get: () => ({ closures: draft.value.closures, links: draft.value.links }),
  set: value => Object.assign(draft.value, value),
})
const feed = computed(() => job.value && wanted(job.value))
const lastAnswers = computed(() => job.value && testsOf(job.value, 'hold').findLast(hold => !hold.struck)?.closures)
let sent = false
watch(
  job,
  (view, before) => {
    if (!view) return
    if (!sent && draft.value.volume === 0) Object.assign(draft.value, draftFor(view))
    const asked = before ? null : wanted(view)
    if (asked) {
      boundary.value = { closures: {}, links: asked.links }
      Object.assign(draft.value, turned(draft.value, asked.vacuum ? 'vacuum-decay' : 'pressure-decay'))
      if (asked.pressure) draft.value.testPressure = asked.vacuum ? -asked.pressure : asked.pressure
    }
  },
  { immediate: true },
)

const seen = computed(() => job.value && reachOn(job.value, { ...boundary.value, pressure: draft.value.testPressure || 1 }))
const planned = computed(
  () => job.value && plannedFrom({ ...whole.value, gaugeStep: whole.value.gaugeStep || FINE }, job.value),
)
const pump = computed(() => of('pump')[0])
const SYRINGE = 100e-6

/** Why the form cannot be sent yet, by field. */
function faults(view: JobView): Record<string, string> {
  const { testPressure, relief, earlyReason } = draft.value
  const show = (pascals: number) => short('pressure', pascals)
  const over = overLimit(view, testPressure, show)
  if (over) return { testPressure: over }
  const unguarded = holdBlowsIn(draft.value) && reliefProblem(view, relief, testPressure, show)
  if (unguarded) return { relief: unguarded }
  if (readingOf(view).curingParts(now.value).length === 0 || earlyReason.trim()) return {}
  return { earlyReason: 'Say why you test before the repair has cured; the record will show it.' }
}
const submit = () =>
  save(async () => {
    const fields = faults(job.value!)
    const [fault] = Object.values(fields)
    if (fault) throw new ApiError(fault, 422, fields)
    const holdId = draft.value.id
    await callApi<JobView>(`jobs/${id}/tests/hold`, 'POST', whole.value)
    sent = true
    clear()
    await navigateTo(`/bench/${holdId}`)
  }, form.value)
useActionKeys('Hold set-up', [{ key: 'escape', label: 'Back to the job', run: () => void navigateTo(`/jobs/${id}`) }])
</script>

<template>
  <PageState v-if="!job" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl">
    <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline">
      ← {{ job.craft.name }}, {{ job.tankName }}
    </NuxtLink>
    <h1 class="mb-4 mt-1">Set up hold {{ (testsOf(job, 'hold').at(-1)?.number ?? 0) + 1 }}</h1>
    <SchemaForm ref="form" :problem="problem" :schema="holdSchema" :state="whole" class="space-y-3" @submit="submit">
      <CuringReason v-model="draft.earlyReason" :job="job" :now="now" />
      <SetupFile :limit="systemLimit(job)" @read="Object.assign(draft, draftFromSetup($event))" />
      <HoldSourceFields v-model="draft" :job="job" />
      <HoldKitFields v-model="draft" :now="now" />
      <HoldPlanSheet
        v-if="planned"
        :planned="planned"
        :stroke="pump?.facts.stroke ?? SYRINGE"
        :stroke-name="pump?.name ?? 'Strokes'"
      />
      <div class="sheet">
        <h2>What closes each opening</h2>
        <p class="soft mb-3">
          Only what somebody answered, and what is reached, is under test.
          <NuxtLink :to="`/jobs/${job.id}/circuit`" class="font-semibold underline">See it on the map</NuxtLink>
        </p>
        <UFormField name="closures" :ui="{ container: 'mt-0' }">
          <SetupFields v-model="boundary" :job="job" :proposal="feed?.proposal ?? lastAnswers ?? undefined" />
        </UFormField>
        <WettedField v-model="draft.wettedShare" class="mt-4" />
        <UFormField name="links" :ui="{ container: 'mt-0' }">
          <ReachSummary v-if="seen" class="mt-3" :job="job" :reach="seen" :wetted-share="draft.wettedShare" />
        </UFormField>
      </div>
      <template #actions>
        <ThumbBar>
          <UButton type="submit" size="xl" color="neutral" :loading="saving">To the Bench</UButton>
          <UButton :to="`/jobs/${job.id}`" size="xl" color="neutral" variant="ghost">Not now</UButton>
        </ThumbBar>
      </template>
    </SchemaForm>
  </div>
</template>
