<script setup lang="ts">
import type { ProofOutcome, ProofRow } from '#core/ledger/proof/proofOf'
import type { WetLookKey } from '#core/leaktest/wet/wetLooks'
import { proofLooks, proofWatch } from '#shared/prove/proofWatch'
import type { JobView } from '#shared/views'
import type { ProofEntryView } from '#shared/record/kinds/proof'

/** One step in use: what is done, how long to watch in the way that is looked, and how it was. */
const props = defineProps<{ job: JobView; row: ProofRow<ProofEntryView>; sealed: boolean; now: number }>()
const emit = defineEmits<{ /** null when it waits for a network */ done: [view: JobView | null, outcome: ProofOutcome] }>()
const entries = useEntryQueue()
const session = useSession()
const { saving, problem, save } = useSave()
const mayLeaveOut = useMayLeaveOut(() => props.job)
const blank = () => ({
  watched: null as number | null,
  look: null as WetLookKey | null,
  distance: null as number | null,
  tilt: null as number | null,
  note: '',
  happened: '',
})
const said = ref(blank())
watch(
  () => props.row.step.key,
  () => {
    said.value = blank()
  },
)
const step = computed(() => props.row.step)
const looks = computed(() => proofLooks(step.value, props.job.fuel))
const least = computed(() => proofWatch(step.value, props.job.fuel, said.value.look))
const lookWords = computed(() =>
  Object.fromEntries(
    looks.value.map(({ look, watch }) => [
      look.key,
      `${look.name}${watch === Infinity ? ': never shows it' : `, ${waitText(watch)}`}`,
    ]),
  ),
)
const chosen = computed(() => looks.value.find(({ look }) => look.key === said.value.look)?.look)
async function record(outcome: ProofOutcome) {
  const recorded = step.value.key
  const { happened, ...facts } = said.value
  const view = await save(() =>
    entries.send({
      jobId: props.job.id,
      path: `jobs/${props.job.id}/entries/proof`,
      body: { id: newId(), step: recorded, outcome, ...facts, ago: agoOf(happened) },
      timed: true,
      words: `${step.value.title}: ${outcome}`,
    }),
  )
  if (view === undefined) return
  // The news of it may have come before the answer: what is typed by then is of the next step.
  if (step.value.key === recorded) said.value = blank()
  emit('done', view, outcome)
}
</script>

<template>
  <section class="sheet space-y-3" :aria-label="step.title">
    <h2>{{ step.title }}</h2>
    <p class="text-[1.2rem] leading-snug">{{ step.doing }}</p>
    <p class="soft">{{ upperFirst(step.why) }}.</p>
    <p v-if="row.entry" class="soft">
      {{ upperFirst(row.entry.outcome) }}, {{ row.entry.by }} {{ clockText(row.entry.at, now)
      }}<template v-if="row.entry.note">: {{ row.entry.note }}</template>
    </p>
    <div v-if="!session.mayWork && mayLeaveOut" class="flex flex-wrap items-end gap-3">
      <UFormField label="Why it is left out" class="min-w-56 flex-1" :error="problem ?? undefined"
        ><UInput v-model="said.note" class="w-full" autocomplete="off"
      /></UFormField>
      <UButton color="neutral" size="xl" :loading="saving" :disabled="!sealed" @click="record('left out')"
        >Leave it out</UButton
      >
    </div>
    <template v-if="session.mayWork">
      <UFormField v-if="step.watchedFor" label="Looked at how">
        <TapChoice
          v-model="said.look"
          label="How it was looked at"
          :options="looks.map(each => each.look.key as WetLookKey)"
          :words="lookWords"
        />
        <template v-if="chosen" #help>{{ chosen.doing }} Fooled by: {{ lowerFirst(chosen.fooledBy) }}</template>
      </UFormField>
      <div class="flex flex-wrap items-end gap-3">
        <UFormField v-if="step.watch" :label="least === Infinity ? 'Watched' : `Watched (at least ${waitText(least)})`"
          ><QuantityInput v-model="said.watched" kind="minutes" class="w-36"
        /></UFormField>
        <UFormField v-if="step.leastDistance" :label="`Went (at least ${step.leastDistance / 1000} km)`"
          ><QuantityInput v-model="said.distance" kind="distance" class="w-36"
        /></UFormField>
        <TiltField v-if="step.leans" v-model="said.tilt" label="Leant by" />
        <UFormField label="Note, or why it is left out" class="min-w-56 flex-1"
          ><UInput v-model="said.note" class="w-full" autocomplete="off"
        /></UFormField>
      </div>
      <WhenField v-model="said.happened" />
      <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
      <ThumbBar>
        <UButton color="neutral" size="xl" :loading="saving" :disabled="!sealed" @click="record('dry')">It was dry</UButton>
        <UButton color="neutral" variant="outline" size="xl" :disabled="saving" @click="record('wet')">It is wet</UButton>
        <UButton
          v-if="mayLeaveOut"
          color="neutral"
          variant="ghost"
          size="xl"
          :disabled="saving || !sealed"
          @click="record('left out')"
          >Leave it out</UButton
        >
      </ThumbBar>
    </template>
  </section>
</template>
