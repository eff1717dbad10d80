<script setup lang="ts">
import { lacksToHandBack } from '#core/ledger/proof/handBack'
import { provedSince, type ProofOutcome } from '#core/ledger/proof/proofOf'
import { systemLimit } from '#shared/ledgerParts'
import { descentOf } from '#shared/jobEntries'
import { restsOn } from '#shared/restsOn'
import { handBackCase } from '#shared/prove/handBackCase'
import { whatToWatch } from '#shared/prove/whatToWatch'
import { jobProof } from '#shared/prove/jobProof'
import type { JobView } from '#shared/views'

/** The road from sealed to handed back: steps in use, signatures, what to watch, the owner's card. */
const id = String(useRoute().params.id)
const { job, error, refresh, standing, take, now } = useJob(id)
const proof = computed(() => (job.value && standing.value ? jobProof(job.value, standing.value.entries) : null))
const sealed = computed(() => standing.value?.ledger.state === 'sealed')
const left = computed(() => proof.value?.rows.filter(row => !row.entry || row.entry.outcome === 'wet').length ?? 0)
const picked = ref<string | null>(null)
/** The step that is recorded: the next one, unless another was tapped. */
const row = computed(
  () => proof.value?.rows.find(each => each.step.key === picked.value) ?? (isReady.value ? null : (proof.value?.next ?? null)),
)
/** All that can be seen here is seen: what is wanting now are names and the way out. */
const isReady = computed(
  () =>
    sealed.value && job.value?.closedAt === null && !lacks.value.includes('steps in use') && proof.value?.next?.due !== null,
)
const lacks = computed(() =>
  job.value && standing.value ? lacksToHandBack(handBackCase(job.value, standing.value.entries, standing.value.ledger)) : [],
)
const watching = computed(() =>
  job.value && standing.value ? whatToWatch(job.value, standing.value.ledger, standing.value.entries) : null,
)
const rests = computed(() =>
  job.value && standing.value ? restsOn(job.value, standing.value.entries, standing.value.ledger) : null,
)
const title = computed(() => {
  if (!job.value || !proof.value) return ''
  if (!sealed.value) return 'Not sealed: nothing is proved in use yet'
  if (proof.value.complete) return 'Sealed and proved in use'
  const steps = `${left.value} step${left.value === 1 ? '' : 's'} until it is proved`
  return job.value.closedAt !== null && !job.value.closedReason ? `Handed back. ${steps}` : `Sealed. ${steps}`
})
const sealedText = computed(() => {
  const last = job.value && descentOf(job.value).findLast(point => point.verdict === 'sealed')
  if (!sealed.value || !job.value) return 'by its evidence'
  return last ? `${rateText(last.low)} to ${rateText(last.high)} of ${limitText(systemLimit(job.value))}` : 'by looks'
})
/** Steps that were recorded before the tank was last disturbed say nothing any more. */
const earlier = computed(() => {
  const since = standing.value ? provedSince(standing.value.entries) : 0
  return job.value?.proof.filter(each => !each.struck && each.at <= since).length ?? 0
})
const striking = ref<{ id: string; name: string } | null>(null)
function taken(view: JobView) {
  take(view)
  striking.value = null
}
/** @param view null when it waits for a network */
async function recorded(view: JobView | null, outcome: ProofOutcome) {
  if (view) take(view)
  picked.value = null
  if (outcome === 'wet') await navigateTo(`/jobs/${id}?seen=1`)
}
useActionKeys('Prove', [
  { key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) },
  { key: 'w', label: 'The record', run: () => void navigateTo(`/jobs/${id}/record`) },
])
</script>

<template>
  <PageState v-if="!job || !standing || !proof" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="no-print flex flex-wrap items-start justify-between gap-3">
      <div>
        <NuxtLink :to="`/jobs/${id}`" class="soft font-semibold hover:underline"
          >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
        >
        <h1>{{ title }}</h1>
        <p v-if="!sealed" class="soft">{{ nextSentence(standing.next, now) }}</p>
        <p v-if="earlier" class="soft">
          {{ earlier }} step{{ earlier === 1 ? '' : 's' }} from before it was last disturbed say nothing any more.
        </p>
      </div>
      <UButton :to="`/jobs/${id}/record`" color="neutral" variant="outline" size="xl"
        >Record<span class="key max-sm:hidden">W</span></UButton
      >
    </header>
    <WaitingHere class="no-print" :job-id="id" :now="now" />
    <div class="no-print flex flex-col gap-3">
      <section class="sheet" aria-label="The road from sealed to proved">
        <ProofRoad v-model="picked" :proof="proof" :sealed="sealed" :sealed-text="sealedText" :now="now" />
      </section>
      <!-- On a phone what is to be done now stands before the road. -->
      <ProofStepSheet
        v-if="row"
        class="max-sm:order-first"
        :job="job"
        :row="row"
        :sealed="sealed"
        :now="now"
        @done="recorded"
      />
      <RestsOn v-if="sealed && rests" class="sheet" :rests="rests" />
    </div>
    <div class="grid grid-cols-[minmax(0,1fr)] items-start gap-3 lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
      <div class="no-print space-y-3">
        <SignaturePanel
          :job="job"
          :ledger="standing.ledger"
          :on-trust="rests?.onTrust.length ?? 0"
          :now="now"
          @done="taken"
          @strike="striking = $event"
        />
        <HandBackPanel :job="job" :lacks="lacks" :now="now" @done="taken" />
        <WatchPanel v-if="watching" :watching="watching" :now="now" />
      </div>
      <OwnerCardPanel :job="job" :now="now" @done="taken" />
    </div>
    <StrikePanel :job="job" :subject="striking" @done="taken" @close="striking = null" />
  </div>
</template>
