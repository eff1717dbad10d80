<script setup lang="ts">
import { A_DAY, type PracticeView } from '#shared/practice'

/** Practice: being wrong where it costs nothing. Nothing here is evidence, or of any job. */
const session = useSession()
const tabs = computed(() => ['questions', 'curves', 'hunts', ...(session.mayWork ? (['tanks'] as const) : [])] as const)
const tabWords = { questions: 'Short questions', curves: 'Curves', hunts: 'Hunts', tanks: 'Tanks' }
const route = useRoute()
const tab = computed<(typeof tabs.value)[number]>({
  get: () => tabs.value.find(each => each === route.query.of) ?? 'questions',
  set: value => void navigateTo({ query: value === 'questions' ? {} : { of: value } }, { replace: true }),
})
const {
  value: practice,
  error,
  refresh,
} = useRefreshed(
  () => callApi<PracticeView>(`practice?east=${-new Date().getTimezoneOffset()}`),
  () => false,
)
const today = computed(() => {
  if (!practice.value) return ''
  const { today: done, due } = practice.value
  const back = due > 0 ? ` ${due === 1 ? 'One that you missed comes' : `${due} that you missed come`} back now.` : ''
  return done >= A_DAY
    ? `${done} today: that is enough for a day.${back}`
    : done > 0
      ? `${done} of about ${A_DAY} today.${back}`
      : `About ${A_DAY} make ten minutes.${back}`
})
</script>

<template>
  <PageState v-if="!practice" :error="error" @retry="refresh" />
  <div v-else class="page max-w-5xl space-y-4">
    <header>
      <h1>Practice</h1>
      <p class="soft">Being wrong here costs nothing, and nothing here is evidence. {{ today }}</p>
    </header>
    <TapChoice v-model="tab" :options="tabs" :words="tabWords" several label="What to practise" />
    <div class="grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_19rem]">
      <QuestionPanel v-if="tab === 'questions'" @answered="refresh" />
      <CurvePanel v-else-if="tab === 'curves'" @answered="refresh" />
      <HuntList v-else-if="tab === 'hunts'" />
      <PracticeTanks v-else />
      <div class="space-y-4">
        <PracticeStanding :practice="practice" />
        <PracticePeople v-if="session.person?.role === 'owner'" />
      </div>
    </div>
  </div>
</template>
