<script setup lang="ts">
import { answerWords, checkOf } from '#core/complaint/checks'
import { saysSomething } from '#core/complaint/observations'
import { isNeutral, type Situation } from '#core/complaint/situation'
import { liveParts } from '#shared/jobCircuit'
import { answersThatCount } from '#shared/situation'
import type { AnswerView } from '#shared/record/kinds/answer'
import type { JobView } from '#shared/views'

/** What was answered to the checks, what of it says nothing, and what the tank has none of taken off its map by a tap. */
const props = defineProps<{ job: JobView; situation: Situation; now: number }>()
const emit = defineEmits<{ done: [job: JobView]; strike: [subject: { id: string; name: string }] }>()
const session = useSession()
const { saving, problem, save } = useSave()
const answers = computed(() => answersThatCount(props.job))
/** An earlier answer to the same check that was another one. */
const before = ({ check, outcome }: AnswerView) =>
  props.job.answers.find(each => each.check === check && !each.struck && each.outcome !== outcome)
const wetOnDryTank = ({ check, outcome }: AnswerView) => {
  const said = props.situation.answers.find(each => each.check === check)
  return said !== undefined && !isNeutral(outcome) && !saysSomething(said)
}
/** Parts that a check looks at and nothing else: those are not there, where “it has none” was said. */
const partsOf = (check: string) => {
  const { needs } = checkOf(check)
  return needs?.length === 1 ? liveParts(props.job).filter(part => part.family === needs[0]) : []
}
const takeOff = (check: string) =>
  save(async () => {
    const gone = partsOf(check).map(part => part.id)
    emit(
      'done',
      await correctMap(props.job, map => {
        map.parts = map.parts.filter(part => !gone.includes(part.id))
      }),
    )
  })
</script>

<template>
  <section v-if="answers.length" class="sheet" aria-labelledby="answers-title">
    <h2 id="answers-title" class="mb-1">Answered</h2>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <p v-for="each in answers" :key="each.id" class="py-1">
      {{ checkOf(each.check).name }}: <b>{{ lowerFirst(answerWords(each.check, each.outcome)) }}</b><template v-if="each.note"
        >, {{ each.note }}</template
      >{{ ' ' }}<span class="soft text-sm">{{ clockText(each.at, now) }}, {{ each.by }}</span
      >{{ ' '
      }}<StrikeLink
        v-if="session.mayWork"
        @click="$emit('strike', { id: each.id, name: `the answer to “${checkOf(each.check).name}”` })"
      />
      <span v-if="wetOnDryTank(each)" class="soft block text-sm">No fuel stood in it: that nothing was wet says nothing.</span>
      <UButton
        v-if="session.mayWork && each.outcome === 'has none' && partsOf(each.check).length"
        color="neutral"
        variant="outline"
        class="mt-1 min-h-11"
        :disabled="saving"
        @click="takeOff(each.check)"
        >Take off the map:
        {{
          partsOf(each.check)
            .map(part => lowerFirst(part.name))
            .join(', ')
        }}</UButton
      >
      <span v-if="before(each)" class="unsure block text-sm font-medium"
        >Before, {{ before(each)!.by }} saw: {{ lowerFirst(answerWords(each.check, before(each)!.outcome)) }}. The later one
        counts.</span
      >
    </p>
  </section>
</template>
