<script setup lang="ts">
import { cautionsFor, workActs, workPlaces, type WorkAct, type WorkPlace } from '#core/fuel/makeSafe'
import { limitIsUsual } from '#shared/limits'
import { safetyCaseOf, vapourOn } from '#shared/safety'
import type { JobView } from '#shared/views'

/** Make safe: what is planned and where, the cautions that it calls for, weight, draining, vapour, pressure. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, take, now } = useJob(id)
const { short } = useQuantities()
const striking = ref<{ id: string; name: string } | null>(null)
const done = (view: JobView) => {
  take(view)
  striking.value = null
}

const planning = useSave({ inOrder: true })
const plan = (change: { place?: WorkPlace; acts?: WorkAct[]; promised?: string | null }) =>
  planning.save(async () => {
    const was = job.value!.plan
    try {
      take(await callApi<JobView>(`jobs/${id}/plan`, 'PUT', { ...was, ...change, was }))
    } catch (error) {
      takeCurrent(error, take)
      throw error
    }
  })
const actWords = {
  'look': 'Look',
  'drain': 'Drain',
  'remove the tank': 'Remove the tank',
  'air or smoke': 'Air or smoke test',
  'sealant or solvent': 'Sealant or solvent',
  'heat or sparks': 'Heat or sparks',
  'engine running': 'Engine running',
}
const called = computed(() => (job.value ? cautionsFor(safetyCaseOf(job.value)) : []))
const readByMe = computed(() =>
  called.value.filter(({ caution }) =>
    job.value?.cautionsRead.some(read => read.caution === caution.key && read.personId === session.person?.id),
  ),
)

const planSays = computed(() => {
  const plan = job.value?.plan
  if (!plan) return ''
  const acts = plan.acts.map(act => actWords[act].toLowerCase()).join(', ') || 'nothing planned yet'
  return `${plan.place.charAt(0).toUpperCase()}${plan.place.slice(1)}: ${acts}${plan.promised ? `; promised for ${plan.promised}` : ''}`
})
const weightSays = computed(() =>
  reckoned.value
    ? `${short('volume', reckoned.value.level)} in it, ${short('volume', reckoned.value.unusable, 2)} below its pickup`
    : 'What is in it, what it weighs, which jack',
)
const vapour = computed(() => job.value && vapourOn(job.value, now.value))
/** What the weight sheet says is in it now, and lies below its pickup. */
const reckoned = ref<{ level: number; unusable: number } | null>(null)
useActionKeys('Make safe', [
  { key: 'escape', label: 'Back to the job', run: () => void navigateTo(`/jobs/${id}`), when: () => !striking.value },
])
</script>

<template>
  <PageState v-if="!job || !vapour" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl space-y-3">
    <header>
      <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline"
        >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
      >
      <h1 class="mt-1">Make safe</h1>
      <p class="soft max-sm:hidden">
        Only what applies to this craft, its fuel, the place and the plan. Local codes, the maker’s manual and licensed practice
        come before anything here.
      </p>
    </header>
    <section class="sheet" aria-label="Plan">
      <FoldedGroup label="Plan" :says="planSays">
        <div class="space-y-4">
          <UFormField label="Where"
            ><TapChoice
              :model-value="job.plan.place"
              :options="workPlaces"
              several
              label="Where"
              @update:model-value="session.mayWork && plan({ place: $event as WorkPlace })"
          /></UFormField>
          <UFormField label="What is planned"
            ><TapChoice
              :model-value="[...job.plan.acts]"
              :options="workActs"
              :words="actWords"
              label="What is planned"
              @update:model-value="session.mayWork && plan({ acts: $event as WorkAct[] })"
          /></UFormField>
          <UFormField label="Promised back on" class="max-w-60"
            ><UInput
              type="date"
              :model-value="job.plan.promised ?? ''"
              :disabled="!session.mayWork"
              @update:model-value="plan({ promised: String($event) || null })"
          /></UFormField>
        </div>
      </FoldedGroup>
      <p v-if="planning.problem.value" role="alert" class="leaking font-medium">{{ planning.problem.value }}</p>
    </section>
    <CautionList :job="job" @read="take" />
    <section v-if="readByMe.length" class="sheet">
      <details>
        <summary class="min-h-8 cursor-pointer font-semibold">
          <StateSign look="sealed" :size="16" /> You have read {{ readByMe.length }} of {{ called.length }}
        </summary>
        <ul class="mt-2 space-y-1.5">
          <li v-for="{ caution } in readByMe" :key="caution.key">
            {{ caution.text }} <span class="soft">{{ caution.why }}</span>
          </li>
        </ul>
      </details>
    </section>
    <p
      v-if="job.plan.acts.includes('heat or sparks') && vapour.state !== 'gas-free'"
      role="alert"
      class="sheet border-2 border-(--leaking) font-semibold"
    >
      <StateSign look="leaking" /> No heat and no sparks on this tank yet. {{ vapour.sentence }}
    </p>

    <section class="sheet" aria-labelledby="weight-title">
      <h2 id="weight-title" class="mb-3">Fuel and weight</h2>
      <FoldedGroup label="Weigh it up" :says="weightSays">
        <JobWeight :job="job" :now="now" @reckoned="reckoned = $event" @done="take" @strike="striking = $event" />
      </FoldedGroup>
    </section>
    <DrainSheet
      :job="job"
      :reckoned="reckoned"
      :now="now"
      :may-work="session.mayWork"
      @done="take"
      @strike="striking = $event"
    />
    <VapourSheet :job="job" :vapour="vapour" :now="now" :may-work="session.mayWork" @done="take" @strike="striking = $event" />
    <section class="sheet" aria-labelledby="pressure-title">
      <h2 id="pressure-title" class="mb-1">Pressure</h2>
      <p>
        Never above <b class="figure">{{ short('pressure', job.pressureLimit) }}</b> ({{ job.limitSource }}), with a relief or a
        water column on it. <PanelPush :job="job" :pressure="job.pressureLimit" />
      </p>
      <p v-if="limitIsUsual(job)" class="unsure font-medium">
        <StateSign look="unsure" :size="16" /> Nobody has confirmed that limit: look for the plate, the label or the manual, and
        put it right in <NuxtLink :to="`/jobs/${job.id}?edit=1`" class="underline">the job</NuxtLink>.
      </p>
      <p class="soft max-sm:hidden">
        Air or nitrogen through a regulator. Oxygen, or a bottle straight to the tank, is refused.
      </p>
    </section>
    <HotWorkSheet :job="job" :now="now" :may-work="session.mayWork" @done="take" @strike="striking = $event" />
    <StrikePanel :job="job" :subject="striking" @done="done" @close="striking = null" />
  </div>
</template>
