<script setup lang="ts">
import { curveWords, type CurveWord } from '#core/practice/curve'
import type { CurveResult, CurveView } from '#shared/practice'
import { figureText } from '#shared/writing'

/** A simulated hold, to be judged by its curve within half a minute. */
const emit = defineEmits<{ answered: [] }>()
const LOOK = 30 // s
const sureness = ['0.35', '0.5', '0.65', '0.8', '0.95'] as const
const sureWords = { '0.35': 'A guess', '0.5': '50 %', '0.65': '65 %', '0.8': '80 %', '0.95': '95 %' }
const curve = shallowRef<CurveView | null>(null)
const result = shallowRef<CurveResult | null>(null)
const said = ref<CurveWord | null>(null)
const sure = ref<(typeof sureness)[number] | null>(null)
const loading = useSave()
const answering = useSave()
const now = useNow({ interval: 1000 })
const shownAt = ref(0)
const left = computed(() => Math.max(0, LOOK - Math.round((+now.value - shownAt.value) / 1000)))
const { short } = useQuantities()

const next = () =>
  loading.save(async () => {
    curve.value = await callApi<CurveView>('practice/curve')
    shownAt.value = Date.now()
    result.value = null
    said.value = null
    sure.value = null
  })
onMounted(next)
const answer = () =>
  answering.save(async () => {
    result.value = await callApi<CurveResult>('practice/curve', 'POST', {
      id: newId(),
      seed: curve.value!.seed,
      said: said.value,
      sure: Number(sure.value),
    })
    emit('answered')
  })
const right = computed(() => result.value?.right === said.value)
const told = computed(() => {
  if (!result.value) return ''
  const { leak, low, high } = result.value
  const rate = (throughput: number) => rateText(throughput)
  return `${leak === 0 ? 'It was tight' : `${rate(leak)} mL/min got out`}, with a limit of ${limitText(curve.value!.limit)} mL/min. The estimate says ${rate(low)} to ${rate(high)} mL/min.`
})
const unlogged = computed(() => {
  const [first] = curve.value?.readings ?? []
  const none = [first?.temperature === undefined && 'skin', first?.barometer === undefined && 'weather'].filter(Boolean)
  return none.length > 0 ? ` Nobody logged the ${none.join(' or the ')}.` : ''
})
const words: Record<CurveWord, string> = curveWordWords
useActionKeys('Practice', [
  ...curveWords.map((word, at) => ({
    key: String(at + 1),
    label: words[word],
    run: () => {
      said.value = word
    },
    when: () => result.value === null && curve.value !== null,
  })),
  { key: 'n', label: 'The next curve', run: () => void next(), when: () => result.value !== null },
])
</script>

<template>
  <section class="sheet p-5 sm:p-6" aria-labelledby="curve-title">
    <p v-if="loading.problem.value" role="alert" class="leaking mb-3 font-semibold">{{ loading.problem.value }}</p>
    <UButton v-if="loading.problem.value" color="neutral" size="xl" icon="i-lucide-rotate-cw" @click="next">Try again</UButton>
    <USkeleton v-else-if="!curve" class="h-80 w-full" />
    <template v-else>
      <div class="mb-1 flex flex-wrap items-baseline justify-between gap-2">
        <h2 id="curve-title">Is it tight?</h2>
        <p v-if="!result" class="time figure font-semibold" role="timer">
          {{ left > 0 ? `${left} s` : 'Decide, or say that you cannot' }}
        </p>
      </div>
      <p class="soft mb-3">
        {{ short('volume', curve.volume) }} of gas, a {{ curve.wall }} tank, {{ curve.place }}. It leaks too much from
        {{ limitText(curve.limit) }} mL/min.{{ unlogged }}
      </p>
      <PracticeCurve v-if="result || left > 0" :curve="curve" />
      <p v-else class="soft grid min-h-48 place-items-center rounded-md bg-(--bay) p-6 text-center">
        Half a minute is over. Say what you saw.
      </p>
      <template v-if="!result">
        <div class="mt-4 grid gap-4 sm:grid-cols-2">
          <div>
            <p class="mb-1.5 font-semibold">It is</p>
            <TapChoice v-model="said" :options="curveWords" :words="words" several label="What it is" />
          </div>
          <div>
            <p class="mb-1.5 font-semibold">How sure</p>
            <TapChoice v-model="sure" :options="sureness" :words="sureWords" several label="How sure" />
          </div>
        </div>
        <p v-if="answering.problem.value" role="alert" class="leaking mt-3 font-semibold">{{ answering.problem.value }}</p>
        <UButton
          class="mt-4"
          size="xl"
          color="neutral"
          :disabled="said === null || sure === null"
          :loading="answering.saving.value"
          @click="answer"
          >That is what I say</UButton
        >
      </template>
      <div v-else class="mt-4 space-y-3">
        <p role="status" class="text-lg">
          <b :class="right ? 'sealed' : 'leaking'"
            >{{ right ? 'So it is' : `Not so: ${words[result.right].toLowerCase()}` }}.</b
          >
          {{ told }}
        </p>
        <p class="soft">
          Penalty {{ figureText(result.score, 2) }} of 2: nothing for who is sure and right, most for who is sure and wrong.
        </p>
        <UButton size="xl" color="neutral" trailing-icon="i-lucide-arrow-right" :loading="loading.saving.value" @click="next"
          >The next curve</UButton
        >
      </div>
    </template>
  </section>
</template>
