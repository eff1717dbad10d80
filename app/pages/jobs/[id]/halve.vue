<script setup lang="ts">
import { changeWords, narrowedBy, nextSplit, type Probe } from '#core/circuit/isolate'
import { probesOf } from '#core/complaint/halvingProbes'
import { proposedClosures } from '#core/circuit/proposedClosures'
import { holdingLinks, type TestSetup } from '#core/circuit/reach'
import { liveParts, reachOn, targetPressure } from '#shared/jobCircuit'
import { readingOf } from '#core/record/reading'
import { lastRelief, reliefProblem } from '#shared/limits'
import { probeMethods, type ProbeMethod } from '#shared/record/kinds/probe'
import type { Relief } from '#shared/leaktest/setupForm'
import type { JobView } from '#shared/views'

/** Halving: which plug or pinch next splits what is left best for the work, until a part or an inseparable few are left. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, partName, take, now } = useJob(id)
const mustRead = useMustRead(job, 'air or smoke')
const { suspects, situation } = useNarrowing(job, id)
const { short } = useQuantities()
const { saving, problem, save } = useSave()
const method = ref<ProbeMethod>('hold')
const methodWords = { hold: 'Short hold', smoke: 'Smoke', vacuum: 'Vacuum' }
const striking = ref<{ id: string; name: string } | null>(null)
const done = (view: JobView) => {
  take(view)
  striking.value = null
}

const pressure = computed(() => (job.value ? (method.value === 'vacuum' ? -1 : 1) * targetPressure(job.value) : 0))
const base = computed<TestSetup>(() => ({
  closures: job.value ? proposedClosures(liveParts(job.value)) : {},
  links: job.value ? holdingLinks(job.value.circuit) : {},
  pressure: pressure.value,
}))
const probes = computed(() => job.value?.probes.filter(each => !each.struck) ?? [])
/** What says something: the steps of halving, and every test since the last repair. */
const said = computed<Probe[]>(() => probesOf(situation.value?.tests ?? []))
const all = computed(() =>
  job.value
    ? liveParts(job.value)
        .filter(part => part.space !== null)
        .map(part => part.id)
    : [],
)
const narrowed = computed(() => narrowedBy(all.value, said.value))
/** A part weighs what its causes weigh, and never nothing: an unlikely part is still a part. */
const weights = computed(() => {
  const byPart = new Map<string, number>()
  for (const { hypothesis, weight } of suspects.value?.weights ?? [])
    if (hypothesis.part) byPart.set(hypothesis.part.id, (byPart.get(hypothesis.part.id) ?? 0) + weight)
  return new Map(narrowed.value.left.map(partId => [partId, (byPart.get(partId) ?? 0) + 0.2 / Math.max(1, all.value.length)]))
})
const standing = computed<TestSetup>(() => ({ ...(probes.value.at(-1)?.setup ?? base.value), pressure: pressure.value }))
const knownLeaking = computed(() => said.value.some(probe => probe.leaks))
/** Before anything leaks there is nothing to halve: the whole comes first. */
const step = computed(() => {
  const view = job.value
  if (!view || narrowed.value.left.length === 0) return null
  if (!knownLeaking.value) {
    const seen = reachOn(view, base.value)
    return { changes: [], setup: base.value, inside: seen.reached, outside: [], chance: 0, information: 0, minutes: 6 }
  }
  return nextSplit(view.circuit, liveParts(view), weights.value, standing.value)
})
const ended = computed(() => knownLeaking.value && !step.value && narrowed.value.left.length > 0)
const shownSetup = computed(() => step.value?.setup ?? standing.value)
const seen = computed(() => job.value && reachOn(job.value, shownSetup.value))
const flow = computed(
  () =>
    seen.value && {
      spaces: new Set(seen.value.spaces.keys()),
      parts: new Set(seen.value.reached),
      links: shownSetup.value.links,
    },
)
const looks = computed(() => Object.fromEntries(narrowed.value.left.map(partId => [partId, 'unsure' as const])))
const names = (ids: readonly string[]) => ids.map(partId => lowerFirst(partName(partId))).join(', ')
const relief = ref<Relief | null>(null)
const earlyReason = ref('')
whenever(
  job,
  view => {
    relief.value ??= lastRelief(view)
  },
  { immediate: true, once: true },
)
const blowsIn = computed(() => pressure.value > 0 && job.value?.hasStandIn === false)
/** Why nothing may go in yet, or null. */
const unready = computed(() => {
  if (!job.value) return null
  if (readingOf(job.value).curingParts(now.value).length > 0 && !earlyReason.value.trim())
    return 'Say why you test before the repair has cured.'
  return blowsIn.value ? reliefProblem(job.value, relief.value, pressure.value, pa => short('pressure', pa)) : null
})
const result = (leaks: boolean) =>
  save(async () => {
    const { closures, links } = step.value!.setup
    done(
      await callApi<JobView>(`jobs/${id}/entries/probe`, 'POST', {
        id: newId(),
        method: method.value,
        pressure: pressure.value,
        closures,
        links,
        relief: blowsIn.value ? relief.value : null,
        earlyReason: earlyReason.value,
        leaks,
      }),
    )
  })
const may = () => session.mayWork && step.value !== null && unready.value === null && !striking.value && !mustRead.value
useActionKeys('Halving', [
  { key: 'l', label: 'It leaks', run: () => void result(true), when: may },
  { key: 't', label: 'It is tight', run: () => void result(false), when: may },
  { key: 'escape', label: 'Back to narrowing', run: () => void navigateTo(`/jobs/${id}/narrow`), when: () => !striking.value },
])
</script>

<template>
  <PageState v-if="!job || !suspects || !seen" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header>
      <NuxtLink :to="`/jobs/${job.id}/narrow`" class="soft font-semibold hover:underline"
        >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
      >
      <h1 class="mt-1">Halve it</h1>
      <p class="soft">
        Plug or pinch, see whether it still leaks, and half of what is left is out. Air, smoke or vacuum alike.
      </p>
    </header>
    <CautionList v-if="mustRead" :job="job" act="air or smoke" @read="take" />
    <template v-else>
      <section class="sheet" aria-label="Map">
        <TankMap :kind="job.tankKind" :parts="liveParts(job)" :circuit="job.circuit" :flow="flow" :looks="looks" />
        <p class="mt-1">
          <b>{{ narrowed.left.length }} of {{ all.length }}</b>
          {{ narrowed.left.length === 1 ? 'part can be it' : 'parts can be it'
          }}<template v-if="narrowed.left.length && narrowed.left.length <= 8">: {{ names(narrowed.left) }}</template
          >.
          <span v-if="narrowed.several" class="unsure font-semibold"
            >No single leak explains every result: there are at least two. This follows one of them.</span
          >
        </p>
      </section>
      <CuringReason v-if="step && session.mayWork" v-model="earlyReason" :job="job" :now="now" />
      <section v-if="narrowed.contradiction" class="sheet" role="alert">
        <p class="leaking font-semibold">These results cannot all be so: what leaked was tight in another set-up.</p>
        <p>Check the rig dead-ended first; then strike out the step that was wrong.</p>
      </section>
      <section v-else-if="ended" class="sheet p-5" aria-label="The end">
        <p class="text-2xl font-bold">
          {{
            narrowed.left.length === 1
              ? `It is the ${lowerFirst(partName(narrowed.left[0]!))}.`
              : `It is one of ${narrowed.left.length}: ${names(narrowed.left)}.`
          }}
        </p>
        <p class="mt-1">
          {{
            narrowed.left.length === 1
              ? 'Soap it under pressure, so that the leak stands on the register with its ends.'
              : 'No plug or pinch tells them apart. Soap these under pressure, half a minute each.'
          }}
        </p>
        <div class="mt-3 flex gap-2">
          <UButton :to="`/jobs/${job.id}/soap`" color="neutral" size="xl">Soap</UButton
          ><UButton :to="`/jobs/${job.id}/smoke`" color="neutral" variant="outline" size="xl">Smoke</UButton>
        </div>
      </section>
      <section v-else-if="step" class="sheet p-5" aria-label="The next step">
        <div class="mb-3 flex flex-wrap items-center justify-between gap-3">
          <h2 class="text-2xl font-bold text-(--ink)">
            {{ knownLeaking ? `Step ${probes.length + 1}` : 'First, does the whole leak?' }}
          </h2>
          <TapChoice v-model="method" :options="probeMethods" :words="methodWords" several label="Method" />
        </div>
        <ol v-if="step.changes.length" class="mb-3 space-y-1">
          <li v-for="(change, i) in step.changes" :key="i" class="text-lg">
            <b class="figure mr-2">{{ i + 1 }}</b>{{
              changeWords(change).charAt(0).toUpperCase() + changeWords(change).slice(1)
            }}.
          </li>
        </ol>
        <p v-else class="mb-3 text-lg">
          Close every opening by its own closure{{ Object.keys(base.links).length ? ', shut what leads to the open air' : '' }},
          and feed the tank.
        </p>
        <p class="soft mb-3">
          Then {{ method === 'smoke' ? 'put smoke on' : method === 'vacuum' ? 'draw' : 'pump' }} to
          {{ short('pressure', pressure) }}, about {{ Math.round(step.minutes) }} min.
          <template v-if="knownLeaking"
            >Of {{ narrowed.left.length }} parts it reaches {{ step.inside.length }}; chance that it leaks
            {{ chanceText(step.chance) }}.</template
          >
        </p>
        <details v-if="knownLeaking" class="mb-3">
          <summary class="min-h-11 cursor-pointer py-2 font-semibold">Which of them it reaches</summary>
          <p>{{ names(step.inside) }}</p>
        </details>
        <ReliefFields v-if="blowsIn && session.mayWork" v-model="relief" :job="job" :pressure="pressure" class="mb-3" />
        <p v-if="unready && session.mayWork" class="time mb-3 font-semibold">{{ unready }}</p>
        <div v-else-if="session.mayWork" class="grid gap-2 sm:grid-cols-2">
          <UButton
            color="neutral"
            variant="outline"
            class="h-auto min-h-16 justify-start px-4 py-2 text-left"
            :disabled="saving"
            @click="result(true)"
            ><span
              ><span class="block text-[1.05rem] font-semibold"
                ><StateSign look="leaking" /> It leaks<span class="key max-sm:hidden">L</span></span
              ><span
                v-if="step.inside.length && step.inside.length <= 8 && knownLeaking"
                class="soft block text-sm font-normal whitespace-normal"
                >then it is {{ step.inside.length === 1 ? 'the ' : 'one of ' }}{{ names(step.inside) }}</span
              ></span
            ></UButton
          >
          <UButton
            color="neutral"
            variant="outline"
            class="h-auto min-h-16 justify-start px-4 py-2 text-left"
            :disabled="saving"
            @click="result(false)"
            ><span
              ><span class="block text-[1.05rem] font-semibold"
                ><StateSign look="sealed" /> It is tight<span class="key max-sm:hidden">T</span></span
              ><span
                v-if="step.outside.length && step.outside.length <= 8 && knownLeaking"
                class="soft block text-sm font-normal whitespace-normal"
                >then it is {{ step.outside.length === 1 ? 'the ' : 'one of ' }}{{ names(step.outside) }}</span
              ></span
            ></UButton
          >
        </div>
      </section>
      <section v-else class="sheet">
        <p class="font-semibold">Nothing that was reached leaks.</p>
        <p class="soft">Look where no test has reached yet: the map shows what is dashed.</p>
      </section>
      <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
      <section v-if="job.probes.length" class="sheet" aria-labelledby="steps-title">
        <h2 id="steps-title" class="mb-1">Steps so far</h2>
        <p v-for="(probe, i) in job.probes" :key="probe.id" class="py-1">
          <span :class="probe.struck && 'line-through'"
            ><b class="figure">{{ i + 1 }}</b> {{ methodWords[probe.method] }} over {{ probe.reached.length }} parts:
            <b :class="probe.leaks ? 'leaking' : 'sealed'">{{ probe.leaks ? 'leaks' : 'tight' }}</b>,
            {{ clockText(probe.at, now) }}, {{ probe.by }}</span
          >
          <span v-if="probe.struck" class="soft"> · struck out: {{ probe.struck }}</span>
          <StrikeLink v-else-if="session.mayWork" @click="striking = { id: probe.id, name: `step ${i + 1}` }" />
        </p>
      </section>
    </template>
    <StrikePanel :job="job" :subject="striking" @done="done" @close="striking = null" />
  </div>
</template>
