<script setup lang="ts">
import type { QuestionResult, QuestionView } from '#shared/practice'

/** One short question after the other. */
const emit = defineEmits<{ answered: [] }>()
const question = shallowRef<QuestionView | null>(null)
const result = shallowRef<QuestionResult | null>(null)
const said = ref<string | null>(null)
const loading = useSave()
const answering = useSave()
const now = useClock()
const panel = useTemplateRef<HTMLElement>('panel')

const next = () =>
  loading.save(async () => {
    question.value = await callApi<QuestionView>('practice/question')
    result.value = null
    said.value = null
    await nextTick()
    panel.value?.focus({ preventScroll: true })
  })
onMounted(next)
const answer = (key: string) =>
  answering.save(async () => {
    if (result.value || !question.value) return
    said.value = key
    const { topic, seed } = question.value
    result.value = await callApi<QuestionResult>('practice/question', 'POST', { id: newId(), topic, seed, said: key })
    emit('answered')
  })
const right = computed(() => result.value !== null && result.value.right === said.value)
/** What each choice is told to be, once one was taken. */
const choices = computed(() => result.value?.choices ?? question.value?.choices.map(each => ({ ...each, why: '' })) ?? [])
const lookOf = (key: string) =>
  !result.value ? 'open' : key === result.value.right ? 'right' : key === said.value ? 'wrong' : 'other'
useActionKeys('Practice', [
  ...[0, 1, 2].map(at => ({
    key: String(at + 1),
    label: `Answer ${at + 1}`,
    run: () => void (choices.value[at] && answer(choices.value[at].key)),
    when: () => result.value === null && question.value !== null,
  })),
  { key: 'n', label: 'The next question', run: () => void next(), when: () => result.value !== null },
])
</script>

<template>
  <section ref="panel" tabindex="-1" class="sheet p-5 outline-none sm:p-6" aria-labelledby="question-title">
    <p v-if="loading.problem.value" role="alert" class="leaking mb-3 font-semibold">{{ loading.problem.value }}</p>
    <UButton v-if="loading.problem.value" color="neutral" size="xl" icon="i-lucide-rotate-cw" @click="next">Try again</UButton>
    <USkeleton v-else-if="!question" class="h-64 w-full" />
    <template v-else>
      <p class="soft mb-1 font-medium">{{ topicWords[question.topic] }}<span v-if="question.again"> · missed before</span></p>
      <h2 id="question-title" class="mb-4 text-xl leading-snug text-(--ink)">{{ question.ask }}</h2>
      <ol class="space-y-2.5">
        <li v-for="(choice, at) in choices" :key="choice.key">
          <button
            type="button"
            class="answer"
            :class="lookOf(choice.key)"
            :disabled="result !== null || answering.saving.value"
            @click="answer(choice.key)"
          >
            <span class="figure mark" aria-hidden="true">
              <UIcon v-if="lookOf(choice.key) === 'right'" name="i-lucide-check" class="size-5" />
              <UIcon v-else-if="lookOf(choice.key) === 'wrong'" name="i-lucide-x" class="size-5" />
              <template v-else>{{ at + 1 }}</template>
            </span>
            <span class="min-w-0">
              <b class="block">{{ choice.words }}</b>
              <span v-if="choice.why" class="block font-normal">{{ choice.why }}</span>
            </span>
          </button>
        </li>
      </ol>
      <p v-if="answering.problem.value" role="alert" class="leaking mt-3 font-semibold">{{ answering.problem.value }}</p>
      <div v-if="result" class="mt-4 flex flex-wrap items-center justify-between gap-3">
        <p role="status" class="font-semibold" :class="right ? 'sealed' : 'leaking'">
          {{ right ? 'So it is.' : 'Not so.'
          }}<span v-if="result.comesBackAt" class="soft font-normal">
            It comes back {{ clockText(result.comesBackAt, now) }}.</span
          >
        </p>
        <UButton size="xl" color="neutral" trailing-icon="i-lucide-arrow-right" :loading="loading.saving.value" @click="next"
          >The next one</UButton
        >
      </div>
    </template>
  </section>
</template>

<style scoped>
.answer {
  display: flex;
  width: 100%;
  min-height: 3.25rem;
  gap: 0.75rem;
  align-items: flex-start;
  border: 2px solid var(--hair);
  border-radius: 0.5rem;
  padding: 0.7rem 0.9rem;
  text-align: left;
}
.answer:not(:disabled) {
  cursor: pointer;
}
.answer:not(:disabled):hover {
  border-color: var(--ink-soft);
}
.mark {
  display: grid;
  width: 1.75rem;
  height: 1.75rem;
  flex: none;
  place-items: center;
  border: 1px solid var(--hair);
  border-radius: 999px;
}
.right {
  border-color: var(--sealed);
}
.right .mark {
  border-color: var(--sealed);
  color: var(--sealed);
}
.wrong {
  border-color: var(--leaking);
  border-style: dashed;
}
.wrong .mark {
  border-color: var(--leaking);
  color: var(--leaking);
}
</style>
