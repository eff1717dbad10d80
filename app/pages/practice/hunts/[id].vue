<script setup lang="ts">
import { listWords, lowerFirst } from '#core/words/words'
import type { HuntStepForm, HuntView } from '#shared/practice'

/** A hunt: what somebody told, what was done and shown, and what to do next. */
const id = String(useRoute().params.id)
const {
  value: hunt,
  error,
  refresh,
} = useRefreshed(
  () => callApi<HuntView>(`practice/hunts/${id}`),
  () => false,
)
const { saving, problem, save } = useSave()
const said = ref(false)
const mending = ref(false)
const last = useTemplateRef<HTMLElement>('last')
const step = (choice: Partial<Omit<HuntStepForm, 'after'>>) =>
  save(async () => {
    const form = { after: hunt.value!.steps.length, check: null, cause: null, ...choice }
    hunt.value = await callApi<HuntView>(`practice/hunts/${id}/step`, 'POST', form)
    said.value = false
    mending.value = false
    await nextTick()
    last.value?.scrollIntoView({ block: 'nearest' })
  })
const ending = ref(false)
const begin = useSave()
const againId = newId()
/** The same rung on another tank, or a fresh one. */
const again = () =>
  begin.save(async () => {
    const { rung, firstHour, jobId } = hunt.value!
    const next = await callApi<HuntView>('practice/hunts', 'POST', { id: againId, rung, firstHour, onJob: jobId !== null })
    await navigateTo(next.jobId ? `/jobs/${next.jobId}` : `/practice/hunts/${next.id}`)
  })
const complaint = computed(() => {
  if (!hunt.value) return ''
  const { signs, codes, told } = hunt.value
  return `“It ${listWords(signs)}. ${told.join(' ')}”${codes.length > 0 ? ` Stored: ${codes.join(', ')}.` : ''}`
})
const percent = (share: number) => `${Math.round(100 * share)} %`
</script>

<template>
  <PageState v-if="!hunt" :error="error" @retry="refresh" />
  <div v-else class="page max-w-5xl space-y-4">
    <header class="flex flex-wrap items-end justify-between gap-3">
      <div>
        <NuxtLink to="/practice?of=hunts" class="soft hover:underline"
          >Practice, {{ hunt.firstHour ? 'the first hour' : hunt.rung === null ? 'hunts' : `rung ${hunt.rung}` }}</NuxtLink
        >
        <h1>{{ hunt.tank }}</h1>
        <p class="soft">
          {{ hunt.craft }}, {{ lowerFirst(hunt.fuel) }},
          {{
            hunt.age === null
              ? 'of unknown age'
              : hunt.age === 0
                ? 'new'
                : hunt.age === 1
                  ? 'a year old'
                  : `${hunt.age} years old`
          }}. Simulated.
        </p>
      </div>
      <p class="figure text-2xl font-semibold" aria-live="polite">
        {{ hunt.minutes }} min<span v-if="hunt.inVain > 0" class="leaking text-lg"> · {{ hunt.inVain }} bought in vain</span>
      </p>
    </header>
    <p class="sheet p-5 text-lg">{{ complaint }}</p>
    <HuntDebrief v-if="hunt.debrief" :debrief="hunt.debrief" />
    <div v-if="hunt.ended" class="flex flex-wrap items-center gap-2">
      <UButton color="neutral" size="xl" icon="i-lucide-rotate-cw" :loading="begin.saving.value" @click="again">{{
        hunt.rung === null ? 'Another hunt' : 'This rung again'
      }}</UButton>
      <UButton to="/practice?of=hunts" color="neutral" variant="outline" size="xl">To the ladder</UButton>
      <UButton v-if="hunt.jobId" :to="`/jobs/${hunt.jobId}`" color="neutral" variant="ghost" size="xl">Look at its job</UButton>
      <p v-if="begin.problem.value" role="alert" class="leaking w-full font-semibold">{{ begin.problem.value }}</p>
    </div>
    <section v-else-if="hunt.jobId" class="sheet flex flex-wrap items-center gap-3 p-5">
      <p class="min-w-0 flex-1 basis-64">It is played on the screens of a job: narrow it, hold it, soap it, mend it there.</p>
      <UButton :to="`/jobs/${hunt.jobId}`" color="neutral" size="xl">To its job</UButton>
    </section>
    <HuntEnding v-model:open="ending" :hunt-id="hunt.id" @ended="hunt = $event" />
    <div v-if="!hunt.jobId" class="grid items-start gap-4 lg:grid-cols-2">
      <section class="sheet p-5" aria-labelledby="done-title">
        <h2 id="done-title" class="mb-1">Done so far</h2>
        <p v-if="hunt.steps.length === 0" class="soft">Nothing yet. Look before anything is bought.</p>
        <ol class="divide-y divide-(--hair)">
          <li v-for="(done, k) in hunt.steps" :key="k" ref="last" class="py-2">
            <p class="flex justify-between gap-3">
              <b>{{ done.name }}</b><span class="figure soft whitespace-nowrap">{{ done.minutes }} min</span>
            </p>
            <p>
              <b>{{ done.shown }}.</b> <span class="soft">{{ done.means }}</span>
            </p>
          </li>
        </ol>
        <div v-if="!hunt.ended" class="mt-3 space-y-2">
          <UButton color="neutral" variant="outline" class="min-h-11" :aria-expanded="said" @click="said = !said"
            >What would the program think</UButton
          >
          <p v-if="said">
            Likeliest: {{ hunt.advice.suspects.map(each => `${lowerFirst(each.name)} ${percent(each.chance)}`).join(', ') }}.
            <span v-if="hunt.advice.next">It would go on with: {{ lowerFirst(hunt.advice.next) }}.</span>
          </p>
        </div>
      </section>
      <section v-if="!hunt.ended" class="sheet p-5" aria-labelledby="next-title">
        <div class="mb-2 flex flex-wrap items-center justify-between gap-2">
          <h2 id="next-title">{{ mending ? 'Mend what' : 'Look where' }}</h2>
          <UButton color="neutral" variant="outline" class="min-h-11" :disabled="saving" @click="mending = !mending">{{
            mending ? 'Look first' : 'I know what it is'
          }}</UButton>
        </div>
        <p v-if="problem" role="alert" class="leaking mb-2 font-semibold">{{ problem }}</p>
        <ul v-if="!mending" class="max-h-[34rem] divide-y divide-(--hair) overflow-y-auto" aria-label="Checks" tabindex="0">
          <li v-for="check in hunt.checks" :key="check.key">
            <button type="button" class="choice" :disabled="saving" @click="step({ check: check.key })">
              <span class="min-w-0"
                ><b class="block">{{ check.name }}</b
                ><span class="soft block text-sm">{{ check.how }}</span></span
              >
              <span class="figure soft text-right whitespace-nowrap"
                >{{ check.minutes }} min<span v-if="check.opens" class="block text-sm">{{ check.opens }}</span></span
              >
            </button>
          </li>
        </ul>
        <ul v-else class="max-h-[34rem] divide-y divide-(--hair) overflow-y-auto" aria-label="Suspects" tabindex="0">
          <li v-for="cause in hunt.causes" :key="cause.key">
            <button type="button" class="choice" :disabled="saving" @click="step({ cause: cause.key })">
              <b>{{ cause.name }}</b><span v-if="cause.tried" class="soft whitespace-nowrap">mended before</span>
            </button>
          </li>
        </ul>
        <UButton class="mt-3 min-h-11" color="neutral" variant="outline" icon="i-lucide-flag" @click="ending = true"
          >Done with it</UButton
        >
      </section>
    </div>
  </div>
</template>

<style scoped>
.choice {
  display: flex;
  width: 100%;
  min-height: 2.75rem;
  align-items: center;
  justify-content: space-between;
  gap: 1rem;
  padding: 0.55rem 0.25rem;
  text-align: left;
}
.choice:not(:disabled) {
  cursor: pointer;
}
.choice:not(:disabled):hover {
  background: var(--bay);
}
</style>
