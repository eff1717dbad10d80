<script setup lang="ts">
import { causeOf } from '#core/complaint/causes'
import type { Access } from '#core/complaint/checks'
import { afterAnswer, type RankedCheck } from '#core/complaint/nextCheck'
import { neutralAnswers, neutralWords, type NeutralAnswer, type Situation } from '#core/complaint/situation'
import type { CheckShown } from '#shared/practice'

/** One check: how, how long, with what, what to mind; answered by a tap. */
const props = defineProps<{
  ranked: RankedCheck
  situation: Situation
  jobId: string
  first?: boolean
  mayWork: boolean
  saving: boolean
}>()
const emit = defineEmits<{ answer: [outcome: string, note: string] }>()
const accessWords: Record<Access, string | null> = {
  'nothing': null,
  'cap': 'cap off',
  'cover': 'cover off',
  'drained': 'drained',
  'tank down': 'tank down',
}
const testTo = computed(() => (props.ranked.check.test ? `/jobs/${props.jobId}/${props.ranked.check.test}` : null))
/** What the model will say once this is answered, by the same reckoning. */
const answers = computed(() =>
  props.ranked.answers.map(answer => ({
    ...answer,
    then: testTo.value ? null : afterAnswer(props.situation, props.ranked.check.key, answer.key),
  })),
)
const then = (answer: (typeof answers.value)[number]) =>
  answer.then ? `then ${lowerFirst(causeOf(answer.then.cause).name)}, ${chanceText(answer.then.chance)}` : answer.means
/** On the tank of a hunt a check can be done: what it shows is looked at, and answered like any other. */
const { hunt } = useJobHere()
const shown = ref<CheckShown | null>(null)
const { saving: looking, problem: unseen, save: see } = useSave()
const look = () =>
  see(async () => {
    shown.value = await callApi<CheckShown>(`practice/jobs/${props.jobId}/check?key=${props.ranked.check.key}`)
  })
const asking = ref(false)
const whens = ['today', 'yesterday', 'last week', 'before it came here'] as const
function neutral(outcome: NeutralAnswer) {
  if (outcome === 'done before' && !asking.value) asking.value = true
  else emit('answer', outcome, '')
}
watch(
  () => props.ranked.check.key,
  () => {
    asking.value = false
    shown.value = null
  },
)
</script>

<template>
  <div>
    <div class="flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
      <component :is="first ? 'h2' : 'h3'" :class="first ? 'text-2xl font-bold text-(--ink)' : 'font-semibold'">{{
        ranked.check.name
      }}</component>
      <p class="soft">
        <b class="figure text-(--ink)">{{ ranked.minutes }} min</b
        ><template v-if="accessWords[ranked.check.access]"> · {{ accessWords[ranked.check.access] }}</template
        ><template v-if="ranked.check.kit.length"> · {{ ranked.check.kit.join(', ') }}</template>
      </p>
    </div>
    <p :class="first ? 'mt-1 text-lg' : 'mt-1'">{{ ranked.check.how }}</p>
    <p v-if="ranked.check.caution" class="mt-1 font-medium">
      <UIcon name="i-lucide-triangle-alert" class="time inline-block size-5 align-[-0.25em]" /> {{ ranked.check.caution }}
    </p>
    <template v-if="mayWork">
      <div v-if="hunt && !hunt.ended && !testTo" class="mt-3 flex flex-wrap items-center gap-3" aria-live="polite">
        <UButton color="neutral" size="xl" icon="i-lucide-eye" :loading="looking" @click="look">Do it, and look</UButton>
        <p v-if="shown" class="text-lg">
          It shows: <b>{{ shown.words }}</b>. <span class="soft">Tap what you saw.</span>
        </p>
        <p v-if="unseen" role="alert" class="leaking font-semibold">{{ unseen }}</p>
      </div>
      <div v-if="!testTo" class="mt-3 grid gap-2 sm:grid-cols-2">
        <UButton
          v-for="answer in answers"
          :key="answer.key"
          color="neutral"
          variant="outline"
          class="h-auto min-h-16 justify-start px-4 py-2 text-left"
          :disabled="saving"
          @click="$emit('answer', answer.key, '')"
        >
          <span class="block min-w-0"
            ><span class="block text-[1.05rem] font-semibold">{{ answer.words }}</span
            ><span class="soft block text-sm font-normal whitespace-normal">{{ then(answer) }}</span></span
          >
        </UButton>
      </div>
      <div v-else class="mt-3">
        <UButton :to="testTo" color="neutral" :variant="first ? 'solid' : 'outline'" size="xl">Set it up</UButton>
      </div>
      <div class="mt-2 flex flex-wrap items-center gap-x-1" role="group" aria-label="Not answered by looking">
        <template v-if="!asking">
          <UButton
            v-for="outcome in neutralAnswers"
            :key="outcome"
            color="neutral"
            variant="ghost"
            class="min-h-11"
            :disabled="saving"
            @click="neutral(outcome)"
            >{{ neutralWords[outcome] }}</UButton
          >
        </template>
        <template v-else>
          <span class="soft">When?</span>
          <UButton
            v-for="when in whens"
            :key="when"
            color="neutral"
            variant="outline"
            class="min-h-11"
            :disabled="saving"
            @click="$emit('answer', 'done before', when)"
            >{{ when.charAt(0).toUpperCase() + when.slice(1) }}</UButton
          >
        </template>
      </div>
    </template>
  </div>
</template>
