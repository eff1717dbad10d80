<script setup lang="ts">
import { provedSince, type ProofOutcome } from '#core/ledger/proof/proofOf'
import { jobProof } from '#shared/prove/jobProof'
import type { JobView } from '#shared/views'

/** The road from sealed to proved in use: its steps, what was recorded of each, and the next one. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, standing, take, now } = useJob(id)
const { saving, problem, save } = useSave()
const proof = computed(() => (job.value && standing.value ? jobProof(job.value, standing.value.entries) : null))
const sealed = computed(() => standing.value?.ledger.state === 'sealed')
const left = computed(() => proof.value?.rows.filter(row => !row.entry || row.entry.outcome === 'wet').length ?? 0)
const picked = ref<string | null>(null)
/** The step that is recorded: the next one, unless another was tapped. */
const row = computed(() => proof.value?.rows.find(each => each.step.key === picked.value) ?? proof.value?.next ?? null)
const watched = ref<number | null>(null)
const note = ref('')
watch(
  () => row.value?.step.key,
  () => {
    watched.value = null
    note.value = ''
  },
)
const title = computed(() => {
  if (!standing.value || !proof.value) return ''
  if (!sealed.value) return 'Not sealed: nothing is proved in use yet'
  return proof.value.complete
    ? 'Sealed and proved in use'
    : `Sealed. ${left.value} step${left.value === 1 ? '' : 's'} until it is proved`
})
const looks = { 'dry': 'sealed', 'wet': 'leaking', 'left out': 'unsure' } as const
const look = (entry: { outcome: ProofOutcome } | null) => (entry ? looks[entry.outcome] : 'unsure')
/** Steps that were recorded before the tank was last disturbed say nothing any more. */
const earlier = computed(() => {
  const since = standing.value ? provedSince(standing.value.entries) : 0
  return job.value?.proof.filter(each => !each.struck && each.at <= since).length ?? 0
})
async function record(outcome: ProofOutcome) {
  if (!row.value) return
  const step = row.value.step.key
  const view = await save(() =>
    callApi<JobView>(`jobs/${id}/proof`, 'POST', { id: newId(), step, outcome, watched: watched.value, note: note.value }),
  )
  if (!view) return
  take(view)
  picked.value = null
  watched.value = null
  note.value = ''
  if (outcome === 'wet') await navigateTo(`/jobs/${id}?seen=1`)
}
useActionKeys('Prove', [{ key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) }])
</script>

<template>
  <PageState v-if="!job || !standing || !proof" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl space-y-3">
    <header>
      <NuxtLink :to="`/jobs/${id}`" class="soft font-semibold hover:underline"
        >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
      >
      <h1>{{ title }}</h1>
      <p v-if="!sealed" class="soft">{{ nextSentence(standing.next, now) }}</p>
      <p v-if="earlier" class="soft">
        {{ earlier }} step{{ earlier === 1 ? '' : 's' }} from before it was last disturbed say nothing any more.
      </p>
    </header>
    <div class="flex flex-col gap-3">
      <section class="sheet" aria-label="Steps in use">
        <ol class="grid gap-x-3 sm:grid-cols-4">
          <li v-for="(each, i) in proof.rows" :key="each.step.key" class="py-2">
            <button
              type="button"
              class="w-full rounded-lg border-2 px-3 py-2 text-left"
              :class="each === row ? 'border-(--time)' : 'border-transparent'"
              :aria-pressed="each === row"
              @click="picked = each.step.key"
            >
              <span class="flex items-center gap-2 font-semibold"
                ><StateSign :look="look(each.entry)" />{{ i + 1 }}. {{ each.step.title }}</span
              >
              <span class="soft block text-sm">
                <template v-if="each.entry"
                  >{{ each.entry.outcome }}<template v-if="each.entry.watched">, {{ waitText(each.entry.watched) }}</template
                  >, {{ each.entry.by }}</template
                >
                <template v-else-if="sealed && each.due && each.due > now">{{ clockText(each.due, now) }}</template>
                <template v-else-if="each.due">{{ sealed ? 'now' : 'once it is sealed' }}</template>
                <template v-else>after that</template>
              </span>
            </button>
          </li>
        </ol>
      </section>
      <!-- On a phone what is to be done now stands before the road. -->
      <section v-if="row" class="sheet space-y-3 max-sm:order-first" :aria-label="row.step.title">
        <h2>{{ row.step.title }}</h2>
        <p class="text-[1.2rem] leading-snug">{{ row.step.doing }}</p>
        <p class="soft">{{ upperFirst(row.step.why) }}.</p>
        <p v-if="row.entry?.note" class="soft">{{ row.entry.by }} {{ clockText(row.entry.at, now) }}: {{ row.entry.note }}</p>
        <template v-if="session.mayWork">
          <div class="flex flex-wrap items-end gap-3">
            <UFormField v-if="row.step.watch" :label="`Watched (at least ${waitText(row.step.watch)})`"
              ><QuantityInput v-model="watched" kind="minutes" class="w-36"
            /></UFormField>
            <UFormField label="Note, or why it is left out" class="min-w-56 flex-1"
              ><UInput v-model="note" class="w-full" autocomplete="off"
            /></UFormField>
          </div>
          <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
          <ThumbBar>
            <UButton color="neutral" size="xl" :loading="saving" :disabled="!sealed" @click="record('dry')">It was dry</UButton>
            <UButton color="neutral" variant="outline" size="xl" :disabled="saving" @click="record('wet')">It is wet</UButton>
            <UButton color="neutral" variant="ghost" size="xl" :disabled="saving || !sealed" @click="record('left out')"
              >Leave it out</UButton
            >
          </ThumbBar>
        </template>
      </section>
    </div>
    <p v-if="sealed && !proof.complete" class="soft">
      What is recorded here ends as soon as something of the tank is disturbed, repaired or found leaking: then the steps begin
      anew.
    </p>
  </div>
</template>
