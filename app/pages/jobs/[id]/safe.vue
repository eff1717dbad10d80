<script setup lang="ts">
import { containersNeeded, drainMethods, drainMethodsFor, drainTime, gaugeError, leftAfter } from '#core/fuel/draining'
import { fuels } from '#core/fuel/fuels'
import { cautionsFor, workActs, workPlaces, type WorkAct, type WorkPlace } from '#core/fuel/makeSafe'
import { GAS_FREE_SHARE, vapourRounds } from '#core/fuel/vapour'
import { liveParts } from '#shared/jobCircuit'
import { limitIsUsual } from '#shared/limits'
import { gasReadingsNow, safetyCaseOf, vapourOn } from '#shared/safety'
import { drainedSchema, gasReadingSchema, hotWorkSchema } from '#shared/schemas/safety'
import type { JobView } from '#shared/views'

/** Make safe: what is planned and where, the cautions that it calls for, weight, draining, vapour, pressure. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, take, now } = useJob(id)
const { short } = useQuantities()
const striking = ref<{ id: string; name: string } | null>(null)
const done = (view: JobView) => {
  take(view)
  striking.value = null
}

const planning = useSave({ inOrder: true })
const plan = (change: { place?: WorkPlace; acts?: WorkAct[]; promised?: string | null }) =>
  planning.save(async () => take(await callApi<JobView>(`jobs/${id}/plan`, 'PUT', { ...job.value!.plan, ...change })))
const actWords = {
  'look': 'Look',
  'drain': 'Drain',
  'remove the tank': 'Remove the tank',
  'air or smoke': 'Air or smoke test',
  'sealant or solvent': 'Sealant or solvent',
  'heat or sparks': 'Heat or sparks',
  'engine running': 'Engine running',
}
const called = computed(() => (job.value ? cautionsFor(safetyCaseOf(job.value)) : []))
const readByMe = computed(() =>
  called.value.filter(({ caution }) =>
    job.value?.cautionsRead.some(read => read.caution === caution.key && read.personId === session.person?.id),
  ),
)

const fuel = computed(() => fuels.find(each => each.key === job.value?.fuel)!)
const methods = computed(() => (job.value ? drainMethodsFor(liveParts(job.value).map(part => part.family)) : []))
/** What the weight sheet says is in it now, and lies below its pickup. */
const reckoned = ref<{ level: number; unusable: number } | null>(null)
const inIt = computed(() => reckoned.value?.level ?? job.value?.capacity ?? 0)
const stays = (method: (typeof drainMethods)[number], level = inIt.value) =>
  leftAfter(method, level, reckoned.value?.unusable ?? 0)
/** The cans that this person has: m3 each, and how many. */
const cans = useLocalStorage('cans', { size: 0.02 as number | null, count: 2 as number | null }, { mergeDefaults: true })
const cansWanted = computed(() =>
  cans.value.size && cans.value.size > 0.0001 && inIt.value > 0 ? containersNeeded(inIt.value, cans.value.size) : null,
)

const drainState = ref({ id: newId(), volume: null as number | null, method: '', gaugeShown: null as number | null })
const draining = useSave()
const drainForm = useTemplateRef('drainForm')
const recordDrained = () =>
  draining.save(async () => {
    take(await callApi<JobView>(`jobs/${id}/drained`, 'POST', drainState.value))
    drainState.value = { id: newId(), volume: null, method: drainState.value.method, gaugeShown: null }
  }, drainForm.value)
const gaugeSaid = (each: JobView['drained'][number]) => {
  if (each.gaugeShown === null) return ''
  const method = drainMethods.find(known => known.key === each.method)
  const left = method ? stays(method, each.gaugeShown * job.value!.capacity) : 0
  const off = gaugeError(each.gaugeShown, each.volume, left, job.value!.capacity)
  return Math.abs(off) < 0.08
    ? ', as the gauge said'
    : `: the gauge showed ${Math.round(Math.abs(off) * 100)} % too ${off > 0 ? 'much' : 'little'}`
}

const points = ['near an opening', 'in the middle', 'low in a far corner'] as const
const gasState = ref({
  id: newId(),
  point: points[0] as string,
  explosive: null as number | null,
  oxygen: null as number | null,
})
const reading = useSave()
const gasForm = useTemplateRef('gasForm')
const readGas = () =>
  reading.save(async () => {
    take(await callApi<JobView>(`jobs/${id}/gas`, 'POST', gasState.value))
    const next = points[points.indexOf(gasState.value.point as (typeof points)[number]) + 1] ?? points[0]
    gasState.value = { id: newId(), point: next, explosive: null, oxygen: null }
  }, gasForm.value)
async function readStandIn() {
  const shown = await reading.save(() =>
    callApi<{ explosive: number; oxygen: number }>(`jobs/${id}/gas?point=${encodeURIComponent(gasState.value.point)}`),
  )
  if (!shown) return
  gasState.value = { ...gasState.value, explosive: Number(shown.explosive.toFixed(2)), oxygen: Number(shown.oxygen.toFixed(3)) }
}
const vapour = computed(() => job.value && vapourOn(job.value, now.value))
const rounds = computed(() => (job.value ? vapourRounds(gasReadingsNow(job.value)) : []))
const percent = (share: number) => short('share', share, 2)
const vapourLooks = {
  'gas-free': 'sealed',
  'too much': 'leaking',
  'not read': 'unsure',
  'read again': 'unsure',
  'expired': 'unsure',
} as const
const vapourWords = {
  'gas-free': 'Gas-free',
  'too much': 'Too much vapour',
  'not read': 'Not read',
  'read again': 'Read again',
  'expired': 'Readings too old',
}

const hot = ref({ id: newId(), shop: '', certificate: '', issuedOn: '', what: '', note: '' })
const recording = useSave()
const hotForm = useTemplateRef('hotForm')
const recordHotWork = () =>
  recording.save(async () => {
    take(await callApi<JobView>(`jobs/${id}/hot-work`, 'POST', hot.value))
    hot.value = { id: newId(), shop: '', certificate: '', issuedOn: '', what: '', note: '' }
  }, hotForm.value)
useActionKeys('Make safe', [
  { key: 'escape', label: 'Back to the job', run: () => void navigateTo(`/jobs/${id}`), when: () => !striking.value },
])
</script>

<template>
  <PageState v-if="!job || !vapour" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl space-y-3">
    <header>
      <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline"
        >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
      >
      <h1 class="mt-1">Make safe</h1>
      <p class="soft">
        Only what applies to this craft, its fuel, the place and the plan. Local codes, the maker’s manual and licensed practice
        come before anything here.
      </p>
    </header>
    <section class="sheet space-y-4" aria-label="Plan">
      <UFormField label="Where"
        ><TapChoice
          :model-value="job.plan.place"
          :options="workPlaces"
          several
          label="Where"
          @update:model-value="session.mayWork && plan({ place: $event as WorkPlace })"
      /></UFormField>
      <UFormField label="What is planned"
        ><TapChoice
          :model-value="[...job.plan.acts]"
          :options="workActs"
          :words="actWords"
          label="What is planned"
          @update:model-value="session.mayWork && plan({ acts: $event as WorkAct[] })"
      /></UFormField>
      <UFormField label="Promised back on" class="max-w-60"
        ><UInput
          type="date"
          :model-value="job.plan.promised ?? ''"
          :disabled="!session.mayWork"
          @update:model-value="plan({ promised: String($event) || null })"
      /></UFormField>
      <p v-if="planning.problem.value" role="alert" class="leaking font-medium">{{ planning.problem.value }}</p>
    </section>
    <CautionList :job="job" @read="take" />
    <section v-if="readByMe.length" class="sheet">
      <details>
        <summary class="min-h-8 cursor-pointer font-semibold">
          <StateSign look="sealed" :size="16" /> You have read {{ readByMe.length }} of {{ called.length }}
        </summary>
        <ul class="mt-2 space-y-1.5">
          <li v-for="{ caution } in readByMe" :key="caution.key">
            {{ caution.text }} <span class="soft">{{ caution.why }}</span>
          </li>
        </ul>
      </details>
    </section>
    <p
      v-if="job.plan.acts.includes('heat or sparks') && vapour.state !== 'gas-free'"
      role="alert"
      class="sheet border-2 border-(--leaking) font-semibold"
    >
      <StateSign look="leaking" /> No heat and no sparks on this tank yet. {{ vapour.sentence }}
    </p>

    <section class="sheet" aria-labelledby="weight-title">
      <h2 id="weight-title" class="mb-3">Fuel and weight</h2>
      <JobWeight :job="job" :now="now" @reckoned="reckoned = $event" @done="take" @strike="striking = $event" />
    </section>
    <section class="sheet space-y-3" aria-labelledby="drain-title">
      <h2 id="drain-title">Where the fuel goes</h2>
      <p class="soft">The least mess first; times and what stays are for the {{ short('volume', inIt) }} in it now.</p>
      <ol class="divide-y divide-(--hair)">
        <li v-for="(method, i) in methods" :key="method.key" class="grid gap-x-5 py-2 sm:grid-cols-[minmax(0,1fr)_auto]">
          <p>
            <b :class="i === 0 && 'text-lg'">{{ method.name }}</b>: {{ lowerFirst(method.how) }}
            <span class="soft">{{ method.mind }}</span>
          </p>
          <p class="sm:text-right">
            <b class="figure">{{ waitText(drainTime(method, inIt - stays(method))) }}</b><span class="soft">
              · {{ stays(method) > 0.00005 ? `leaves about ${short('volume', stays(method), 2)}` : 'leaves hardly any' }}</span
            >
          </p>
        </li>
      </ol>
      <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
        <UFormField label="A can holds" class="w-36"><QuantityInput v-model="cans.size" kind="volume" /></UFormField>
        <UFormField label="Cans to hand" class="w-28"><QuantityInput v-model="cans.count" kind="count" /></UFormField>
        <p v-if="cansWanted !== null" class="pb-2" :class="cansWanted > (cans.count ?? 0) && 'time font-semibold'">
          <b class="figure">{{ cansWanted }}</b> wanted, none to the brim{{
            cansWanted > (cans.count ?? 0)
              ? `: ${cansWanted - (cans.count ?? 0)} more than you have. Get them before you open it.`
              : '.'
          }}
        </p>
        <p v-else role="alert" class="leaking pb-2 font-medium">Type what a can holds.</p>
      </div>
      <p v-for="each in job.drained" :key="each.id" :class="each.struck && 'line-through'">
        {{ short('volume', each.volume) }} came out, {{ clockText(each.at, now) }}, {{ each.by }}{{ gaugeSaid(each) }}.
        <StrikeLink v-if="session.mayWork && !each.struck" @click="striking = { id: each.id, name: 'what came out' }" />
      </p>
      <SchemaForm
        v-if="session.mayWork"
        :key="drainState.id"
        ref="drainForm"
        :schema="drainedSchema"
        :state="drainState"
        :problem="draining.problem.value"
        class="grid grid-cols-2 items-end gap-x-5 gap-y-3 sm:grid-cols-[1fr_1.8fr_1fr_auto]"
        @submit="recordDrained"
      >
        <UFormField label="Came out" name="volume"><QuantityInput v-model="drainState.volume" kind="volume" /></UFormField>
        <UFormField label="How" name="method"
          ><USelect
            v-model="drainState.method"
            :items="methods.map(method => ({ label: method.name, value: method.key }))"
            placeholder="Choose"
            aria-label="How it was drained"
        /></UFormField>
        <UFormField label="Gauge before" name="gaugeShown"
          ><QuantityInput v-model="drainState.gaugeShown" kind="share"
        /></UFormField>
        <template #actions
          ><UButton
            type="submit"
            color="neutral"
            variant="outline"
            class="min-h-11 whitespace-nowrap"
            :loading="draining.saving.value"
            >Keep what came out</UButton
          ></template
        >
      </SchemaForm>
    </section>

    <section class="sheet space-y-3" aria-labelledby="vapour-title">
      <div class="flex flex-wrap items-center justify-between gap-2">
        <h2 id="vapour-title">Vapour</h2>
        <p class="text-lg font-bold" :class="vapourLooks[vapour.state]">
          <StateSign :look="vapourLooks[vapour.state]" /> {{ vapourWords[vapour.state]
          }}<template v-if="vapour.state === 'gas-free'"> until {{ clockText(vapour.until, now) }}</template
          ><template v-if="vapour.state === 'read again'"> at {{ clockText(vapour.at, now) }}</template>
        </p>
      </div>
      <p>{{ vapour.sentence }}</p>
      <table v-if="rounds.length" class="w-full text-left">
        <thead>
          <tr class="soft text-sm">
            <th scope="col" class="font-medium">Point</th>
            <th scope="col" class="pr-3 font-medium">First</th>
            <th scope="col" class="font-medium">After the pause</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in rounds" :key="each.point" class="border-t border-(--hair)">
            <th scope="row" class="py-2 pr-3 font-medium">{{ each.point }}</th>
            <td v-if="each.last.explosive >= GAS_FREE_SHARE" colspan="2" class="leaking font-semibold">
              <StateSign look="leaking" :size="16" /> {{ percent(each.last.explosive) }}, {{ clockText(each.last.at, now) }}
            </td>
            <template v-else>
              <td class="pr-3">
                <template v-if="each.first"
                  ><b class="figure">{{ percent(each.first.explosive) }}</b
                  >{{ ' ' }}<span class="soft text-sm">{{ clockText(each.first.at, now) }}</span></template
                ><span v-else class="unsure font-medium">read again</span>
              </td>
              <td>
                <template v-if="each.second"
                  ><b class="figure">{{ percent(each.second.explosive) }}</b
                  >{{ ' ' }}<span class="soft text-sm">{{ clockText(each.second.at, now) }}</span></template
                ><span v-else-if="each.first" class="soft">to read</span>
              </td>
            </template>
          </tr>
        </tbody>
      </table>
      <details v-if="job.gasReadings.length">
        <summary class="min-h-11 cursor-pointer py-2 font-semibold">All readings, {{ job.gasReadings.length }}</summary>
        <p
          v-for="each in job.gasReadings"
          :key="each.id"
          class="flex flex-wrap items-center gap-x-2"
          :class="each.struck && 'line-through'"
        >
          <b class="figure" :class="each.explosive >= GAS_FREE_SHARE ? 'leaking' : ''">{{ percent(each.explosive) }}</b>
          {{ each.point }}<template v-if="each.oxygen !== null">, oxygen {{ (100 * each.oxygen).toFixed(1) }} %</template>
          <span class="soft text-sm">{{ clockText(each.at, now) }}, {{ each.by }}</span>
          <StrikeLink v-if="session.mayWork && !each.struck" @click="striking = { id: each.id, name: 'this reading' }" />
        </p>
      </details>
      <SchemaForm
        v-if="session.mayWork"
        :key="gasState.id"
        ref="gasForm"
        :schema="gasReadingSchema"
        :state="gasState"
        :problem="reading.problem.value"
        class="space-y-3"
        @submit="readGas"
      >
        <UFormField label="Point" name="point"
          ><TapChoice v-model="gasState.point" :options="points" several label="Point"
        /></UFormField>
        <div class="grid gap-x-5 gap-y-3 sm:grid-cols-3">
          <UFormField label="Of the lower limit" name="explosive"
            ><QuantityInput v-model="gasState.explosive" kind="share"
          /></UFormField>
          <UFormField label="Oxygen" name="oxygen" hint="if it was read"
            ><QuantityInput v-model="gasState.oxygen" kind="share"
          /></UFormField>
        </div>
        <template #actions>
          <div class="flex flex-wrap gap-2">
            <UButton type="submit" color="neutral" class="min-h-11" :loading="reading.saving.value">Keep the reading</UButton>
            <UButton
              v-if="job.hasStandIn"
              type="button"
              color="neutral"
              variant="subtle"
              icon="i-lucide-eye"
              class="min-h-11"
              @click="readStandIn"
              >Read the stand-in’s meter</UButton
            >
          </div>
        </template>
      </SchemaForm>
      <details>
        <summary class="min-h-11 cursor-pointer py-2 font-semibold">Ways to get the vapour out</summary>
        <DegassingWays :job="job" class="mb-4" />
        <h3 class="mb-2 font-semibold">How much air or gas, and how long</h3>
        <DilutionSheet :volume="job.capacity" :fuel="fuel" />
      </details>
    </section>

    <section class="sheet" aria-labelledby="pressure-title">
      <h2 id="pressure-title" class="mb-1">Pressure</h2>
      <p>
        Never above <b class="figure">{{ short('pressure', job.pressureLimit) }}</b> ({{ job.limitSource }}), with a relief or a
        water column on it. <PanelPush :job="job" :pressure="job.pressureLimit" />
      </p>
      <p v-if="limitIsUsual(job)" class="unsure font-medium">
        <StateSign look="unsure" :size="16" /> Nobody has confirmed that limit: look for the plate, the label or the manual, and
        put it right in <NuxtLink :to="`/jobs/${job.id}?edit=1`" class="underline">the job</NuxtLink>.
      </p>
      <p class="soft">Air or nitrogen through a regulator. Oxygen, or a bottle straight to the tank, is refused.</p>
    </section>
    <section class="sheet space-y-3" aria-labelledby="hot-title">
      <h2 id="hot-title">Flame or arc</h2>
      <p>
        Welding, brazing and soldering with flame stay outside this program: a licensed shop does it under a gas-free
        certificate, and that is recorded here.
      </p>
      <p v-for="each in job.hotWork" :key="each.id" :class="each.struck && 'line-through'">
        <b>{{ each.what }}</b>: {{ each.shop }}, certificate {{ each.certificate }} of {{ each.issuedOn }}.
        <span class="soft text-sm">{{ clockText(each.at, now) }}, {{ each.by }}</span
        >{{ ' '
        }}<StrikeLink v-if="session.mayWork && !each.struck" @click="striking = { id: each.id, name: 'this hot work' }" />
      </p>
      <details v-if="session.mayWork">
        <summary class="min-h-11 cursor-pointer py-2 font-semibold">Record what a licensed shop did</summary>
        <SchemaForm
          :key="hot.id"
          ref="hotForm"
          :schema="hotWorkSchema"
          :state="hot"
          :problem="recording.problem.value"
          class="grid gap-x-5 gap-y-3 sm:grid-cols-2"
          @submit="recordHotWork"
        >
          <UFormField label="What was done" name="what"><UInput v-model="hot.what" /></UFormField>
          <UFormField label="Licensed shop" name="shop"><UInput v-model="hot.shop" /></UFormField>
          <UFormField label="Gas-free certificate" name="certificate"><UInput v-model="hot.certificate" /></UFormField>
          <UFormField label="Its date" name="issuedOn"><UInput v-model="hot.issuedOn" type="date" /></UFormField>
          <template #actions
            ><UButton type="submit" color="neutral" variant="outline" class="min-h-11" :loading="recording.saving.value"
              >Record it</UButton
            ></template
          >
        </SchemaForm>
      </details>
    </section>
    <StrikePanel :job="job" :subject="striking" @done="done" @close="striking = null" />
  </div>
</template>
