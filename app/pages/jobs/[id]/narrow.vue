<script setup lang="ts">
import { causeOf } from '#core/complaint/causes'
import { likelihoods } from '#core/complaint/signs'
import { tankItself } from '#core/ledger/tankItself'
import { troubleCode } from '#core/complaint/troubleCodes'
import type { Suspect } from '#core/complaint/suspects'
import { answersThatCount } from '#shared/situation'
import { suspectCodes } from '#shared/prove/instruments'
import type { JobView } from '#shared/views'

/** Narrowing: what it most likely is, and the one check that tells most for its minutes. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, standing, partName, take, now } = useJob(id)
const { similar, usesOwn, situation, suspects, checks, withoutOwn, moved } = useNarrowing(job, id)
const { saving, problem, save } = useSave()
const first = computed(() => checks.value?.before[0] ?? checks.value?.after[0] ?? null)
const others = computed(() => checks.value?.before.filter(each => each !== first.value) ?? [])
const opened = ref<string | null>(null)
const allChecks = ref(false)
const MANY = 6
const editing = ref(false)
const striking = ref<{ id: string; name: string } | null>(null)
const done = (view: JobView) => {
  take(view)
  editing.value = false
  striking.value = null
}

const answers = computed(() => (job.value ? answersThatCount(job.value) : []))
const answer = (check: string, outcome: string, note = '') =>
  save(async () => {
    try {
      take(
        await callApi<JobView>(`jobs/${id}/entries/answer`, 'POST', {
          id: newId(),
          check,
          outcome,
          note,
          after: answers.value.find(each => each.check === check)?.id ?? null,
        }),
      )
      opened.value = null
      window.scrollTo({ top: 0, behavior: 'smooth' })
    } catch (thrown) {
      if (thrown instanceof ApiError && thrown.status === 409 && thrown.current) take(thrown.current as JobView)
      throw thrown
    }
  })
const list = (suspect: Suspect, purchase: { name: string; measure: string | null }) =>
  save(async () =>
    take(
      await callApi<JobView>(`jobs/${id}/entries/purchase`, 'POST', {
        id: newId(),
        name: purchase.name,
        reason: 'suspected',
        measure: purchase.measure ?? '',
        cause: suspect.cause.key,
      }),
    ),
  )
const seeing = ref<SeenStart | null>(null)
/** Whether what is told began with “it was this”; the job itself may hear of it before the answer comes. */
let itWas = false
watch(seeing, start => {
  if (start) itWas = start.cause !== undefined
})
/** It was this: what is on the tank becomes a leak on the part that is named, what is not is only said. */
function was({ cause, parts }: Suspect) {
  if (parts.length > 0) {
    seeing.value = { cause: cause.key, among: parts.map(part => part.id) }
    return
  }
  void save(async () =>
    take(await callApi<JobView>(`jobs/${id}/entries/outcome`, 'POST', { id: newId(), cause: cause.key, partId: null })),
  )
}
function seenDone(view: JobView, leakId: string | null) {
  take(view)
  if (leakId && itWas) void navigateTo(`/jobs/${id}/leaks/${leakId}`)
}
const said = computed(() => job.value?.outcomes.filter(each => !each.struck) ?? [])
/** Codes that rest on an instrument of the tank which is wrong. */
const suspect = computed(() => (job.value ? suspectCodes(job.value) : []))
/** The causes here that a code speaks for, the ones that show it most often first. */
function speaksFor(code: string): string {
  const known = troubleCode(code)?.known
  if (!known) return ''
  return (suspects.value?.list ?? [])
    .flatMap(({ cause }) => (cause.codes?.[known.of] ? [{ cause, often: likelihoods[cause.codes[known.of]![0]] }] : []))
    .filter(each => each.often >= likelihoods.sometimes)
    .sort((a, b) => b.often - a.often)
    .slice(0, 6)
    .map(each => lowerFirst(each.cause.name))
    .join('; ')
}
/** Leaks that are found and not repaired: while there are some, the search rests unless it is asked for. */
const open = computed(() =>
  (standing.value?.ledger.leaks ?? [])
    .filter(leak => leak.state === 'found' || leak.state === 'back')
    .map(leak => job.value!.leaks.find(each => each.id === leak.id)!),
)
const searchOn = ref(false)
/** A leak that was measured, that nobody found, and that no fitting can be: the test, and the skin that is left. */
const itself = computed(() => {
  const { entries, ledger } = standing.value ?? {}
  const leak = ledger?.measured.find(each => !each.explained)
  const test = entries?.tests.find(each => each.id === leak?.testId)
  const parts = entries && test ? tankItself(test, entries) : null
  return test && parts ? { test: test.name, parts } : null
})
const SURE = 0.8
const sure = computed(() => {
  const top = suspects.value?.list[0]
  return top && top.chance >= SURE && answers.value.length > 0 ? top : null
})

const may = () =>
  session.mayWork &&
  first.value !== null &&
  (searchOn.value || open.value.length === 0) &&
  !editing.value &&
  !striking.value &&
  !seeing.value
useActionKeys('Narrow', [
  ...[1, 2, 3, 4, 5, 6].map(number => ({
    key: String(number),
    label: number === 1 ? 'Answer the first check' : `Its answer ${number}`,
    run: () => {
      const to = first.value?.answers[number - 1]
      if (to && !first.value?.check.test) void answer(first.value!.check.key, to.key)
    },
    when: may,
  })),
  {
    key: 'e',
    label: 'Change the complaint',
    run: () => {
      editing.value = true
    },
    when: () => session.mayWork && !striking.value,
  },
  {
    key: 'f',
    label: 'A leak is seen by eye',
    run: () => {
      seeing.value = {}
    },
    when: () => session.mayWork && !striking.value && !editing.value,
  },
  { key: 'm', label: 'Map and reach', run: () => void navigateTo(`/jobs/${id}/circuit`) },
  { key: 'v', label: 'Halve it', run: () => void navigateTo(`/jobs/${id}/halve`) },
  {
    key: 'escape',
    label: 'Back to the job',
    run: () => void navigateTo(`/jobs/${id}`),
    when: () => !editing.value && !striking.value && !seeing.value,
  },
])
</script>

<template>
  <PageState v-if="!job || !suspects || !checks" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div class="min-w-0">
        <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline"
          >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
        >
        <h1 class="mt-1">Where is it, and what to check first</h1>
        <p class="mt-1">
          <template v-if="complaintLine(job.complaint)">{{ complaintLine(job.complaint) }}</template><span v-else class="soft"
            >Nothing was said of it yet: the ranking is how often each is met on such craft.</span
          >
        </p>
        <p v-if="job.complaint.words" class="soft">“{{ job.complaint.words }}”</p>
      </div>
      <div class="flex flex-wrap gap-2">
        <UButton v-if="session.mayWork" color="neutral" variant="outline" class="min-h-11" @click="editing = true"
          >Change the complaint<span class="key max-sm:hidden">E</span></UButton
        >
        <UButton
          v-if="session.mayWork"
          color="neutral"
          variant="outline"
          icon="i-lucide-eye"
          class="min-h-11"
          @click="seeing = {}"
          >Seen by eye<span class="key max-sm:hidden">F</span></UButton
        >
        <UButton :to="`/jobs/${job.id}/circuit`" color="neutral" variant="outline" class="min-h-11"
          >Map and reach<span class="key max-sm:hidden">M</span></UButton
        >
        <UButton :to="`/jobs/${job.id}/halve`" color="neutral" variant="outline" class="min-h-11"
          >Halve it<span class="key max-sm:hidden">V</span></UButton
        >
      </div>
    </header>
    <p v-if="checks.safety" role="alert" class="sheet border-2 border-(--leaking) font-semibold">
      <UIcon name="i-lucide-triangle-alert" class="leaking inline-block size-6 align-[-0.3em]" /> {{ checks.safety }}
    </p>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>

    <div class="grid grid-cols-[minmax(0,1fr)] items-start gap-3 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
      <div class="space-y-3">
        <section v-if="moved" class="sheet py-3 font-medium" aria-live="polite">{{ moved }}</section>
        <section v-if="open.length" class="sheet p-5" aria-label="Found">
          <p class="text-lg font-semibold">
            Found: {{ open.map(leak => `leak ${leak.number}, ${lowerFirst(partName(leak.partId))}`).join('; ') }}.
          </p>
          <p class="soft">A large leak hides small ones: look again everywhere after the repair.</p>
          <div class="mt-3 flex flex-wrap gap-2">
            <UButton :to="`/jobs/${job.id}/leaks/${open[0]!.id}`" color="neutral" size="xl">Decide the repair</UButton>
            <UButton color="neutral" variant="outline" size="xl" @click="searchOn = !searchOn">{{
              searchOn ? 'Enough looked' : 'Look for another'
            }}</UButton>
          </div>
        </section>
        <section v-else-if="itself" class="sheet p-5" aria-label="The tank itself">
          <p class="text-lg font-semibold">{{ itself.test }} leaked, and every fitting is dry: it is the tank itself.</p>
          <p>
            Look underneath with lamp and mirror, along {{ itself.parts.map(part => lowerFirst(part.name)).join(', ') }}, and
            where it sits<template v-if="job.craft.kind === 'boat'">; look in the bilge</template>.
          </p>
          <div class="mt-3 flex flex-wrap gap-2">
            <UButton
              v-if="session.mayWork"
              color="neutral"
              size="xl"
              @click="seeing = { among: itself.parts.map(part => part.id) }"
              >Seen by eye</UButton
            >
            <UButton :to="`/jobs/${job.id}/soap`" color="neutral" variant="outline" size="xl">Soap the skin</UButton>
          </div>
        </section>
        <section v-else-if="sure" class="sheet" aria-label="Sure enough">
          <p class="text-lg font-semibold">
            Sure enough to act: {{ lowerFirst(sure.cause.name) }}, {{ chanceText(sure.chance) }}.
          </p>
          <p class="soft">
            See it, or find it under soap or smoke, so that it stands on the register; then repair. Look again everywhere
            afterwards: a large leak hides small ones.
          </p>
          <div class="mt-3 flex flex-wrap gap-2">
            <UButton v-if="session.mayWork" color="neutral" size="xl" @click="was(sure)">It was this</UButton>
            <UButton :to="`/jobs/${job.id}/soap`" color="neutral" variant="outline" size="xl">Soap it</UButton>
            <UButton :to="`/jobs/${job.id}/smoke`" color="neutral" variant="outline" size="xl">Smoke it</UButton>
          </div>
        </section>
        <section v-if="first && (searchOn || !open.length)" class="sheet p-5" aria-label="The next check">
          <p class="soft mb-1 font-semibold">{{ answers.length ? 'Next' : 'First' }}: it tells most for its minutes</p>
          <NextCheckCard
            :ranked="first"
            :situation="situation!"
            :job-id="job.id"
            first
            :may-work="session.mayWork"
            :saving="saving"
            @answer="(outcome, note) => answer(first!.check.key, outcome, note)"
          />
        </section>
        <p v-else-if="!first" class="sheet">Every check that says something here has been answered.</p>

        <section v-if="searchOn || !open.length" class="sheet" aria-labelledby="more-title">
          <h2 id="more-title" class="mb-1">Or, before the tank comes down</h2>
          <FoldedGroup
            label="Other checks"
            :says="`${others.length + checks.after.length} other checks: ${others
              .slice(0, 3)
              .map(each => lowerFirst(each.check.name))
              .join(', ')} …`"
          >
            <CheckRows
              v-model:opened="opened"
              :rows="allChecks ? others : others.slice(0, MANY)"
              :situation="situation!"
              :job-id="job.id"
              :may-work="session.mayWork"
              :saving="saving"
              @answer="answer"
            />
            <UButton
              v-if="others.length > MANY"
              color="neutral"
              variant="ghost"
              class="min-h-11"
              @click="allChecks = !allChecks"
              >{{ allChecks ? 'Show the best alone' : `Show all ${others.length}` }}</UButton
            >
            <template v-if="checks.after.length">
              <h2 class="mb-1 mt-3">Only with the tank down</h2>
              <CheckRows
                v-model:opened="opened"
                :rows="checks.after.filter(each => each !== first)"
                :situation="situation!"
                :job-id="job.id"
                :may-work="session.mayWork"
                :saving="saving"
                @answer="answer"
              />
            </template>
          </FoldedGroup>
          <p v-for="each in checks.barred" :key="each.check.key" class="soft mt-2 text-sm">
            Not offered: {{ lowerFirst(each.check.name) }}, {{ each.why }}.
          </p>
        </section>
        <section class="sheet" :class="!similar?.length && 'max-sm:hidden'" aria-labelledby="similar-title">
          <div class="flex flex-wrap items-center justify-between gap-2">
            <h2 id="similar-title">Similar before</h2>
            <USwitch v-if="similar?.length" v-model="usesOwn" label="let them move the ranking" />
          </div>
          <p v-if="!similar?.length" class="soft">
            No job on this craft or kind of tank has been closed with what it was. Say “It was this” when you know.
          </p>
          <ul class="divide-y divide-(--hair)">
            <li v-for="past in similar" :key="past.id" class="py-1.5">
              <NuxtLink :to="`/jobs/${past.id}`" class="font-medium hover:underline"
                >{{ past.craft }}, {{ past.tankName }}</NuxtLink
              ><span class="soft">
                · {{ past.sameCraft ? 'the same craft' : 'the same kind' }}, {{ dayText(past.openedAt) }}</span
              >
              <span class="block">{{
                past.causes
                  .map(each => `${lowerFirst(causeOf(each.cause).name)}${each.part ? ` (${lowerFirst(each.part)})` : ''}`)
                  .join(', ')
              }}</span>
            </li>
          </ul>
        </section>
      </div>

      <div class="space-y-3">
        <section class="sheet" aria-labelledby="suspects-title">
          <h2 id="suspects-title" class="mb-1">Suspects</h2>
          <p v-if="suspects.several > 0.3" class="mb-1 font-medium">
            Two leaks at once are {{ suspects.several > 0.6 ? 'likely' : 'possible' }}: {{ chanceText(suspects.several) }}.
            Finding one does not end the search.
          </p>
          <p v-for="odd in suspects.contradictions" :key="odd.words" class="unsure mb-1 font-medium">
            <StateSign look="unsure" :size="16" /> {{ odd.sentence }}
          </p>
          <SuspectList
            :suspects="suspects"
            :without="withoutOwn"
            :may-work="session.mayWork"
            :said="said.map(each => each.cause)"
            @list="list"
            @was="was"
          />
        </section>
        <AnswerList :job="job" :situation="situation!" :now="now" @done="take" @strike="striking = $event" />
        <section v-if="job.complaint.codes.length" class="sheet" aria-labelledby="codes-title">
          <h2 id="codes-title" class="mb-1">Codes</h2>
          <p v-for="code in job.complaint.codes" :key="code" class="py-1">
            <b class="figure">{{ code }}</b>
            {{ troubleCode(code)?.known?.plain ?? 'Not among the generic fuel and vapour codes. It moves no suspect.'
            }}<b v-if="suspect.includes(code)" class="unsure block"
              >Suspect: the instrument it rests on is wrong. It moves no suspect until that is right.</b
            ><span v-else-if="speaksFor(code)" class="soft block text-sm">Speaks for: {{ speaksFor(code) }}.</span>
          </p>
        </section>
        <section v-if="said.length" class="sheet" aria-labelledby="was-title">
          <h2 id="was-title" class="mb-1">It turned out to be</h2>
          <p v-for="each in said" :key="each.id" class="py-1">
            <b>{{ causeOf(each.cause).name }}</b><template v-if="each.partId"
              >, {{ lowerFirst(partName(each.partId)) }}</template
            >{{ ' ' }}<span class="soft text-sm">{{ clockText(each.at, now) }}, {{ each.by }}</span
            >{{ ' ' }}<StrikeLink v-if="session.mayWork" @click="striking = { id: each.id, name: 'what it was' }" />
          </p>
        </section>
      </div>
    </div>
    <PartsOnTank v-if="session.mayWork" :job="job" @done="take" />
    <PurchaseList :job="job" :now="now" @done="done" />
    <PhotoStrip :job="job" :now="now" @done="done" @strike="striking = $event" @leak="seeing = { photoId: $event }" />
    <SeenPanel v-model:start="seeing" :job="job" @done="seenDone" />
    <JobEditPanel v-model:open="editing" :job="job" complaint-first @done="done" />
    <StrikePanel :job="job" :subject="striking" @done="done" @close="striking = null" />
  </div>
</template>
