<script setup lang="ts">
import { containersNeeded, drainMethods, drainMethodsFor, drainTime, gaugeError, leftAfter } from '#core/fuel/draining'
import { liveParts } from '#shared/jobCircuit'
import { drainedSchema } from '#shared/record/kinds/drained'
import type { JobView } from '#shared/views'

/** Where the fuel goes: ways to drain it, the cans that it wants, and what came out. */
const props = defineProps<{
  job: JobView
  /** what the weight sheet says is in it now, and lies below its pickup, m3 */
  reckoned: { level: number; unusable: number } | null
  now: number
  mayWork: boolean
}>()
const emit = defineEmits<{ done: [job: JobView]; strike: [subject: { id: string; name: string }] }>()
const { short } = useQuantities()

const methods = computed(() => drainMethodsFor(liveParts(props.job).map(part => part.family)))
const inIt = computed(() => props.reckoned?.level ?? props.job.capacity)
const stays = (method: (typeof drainMethods)[number], level = inIt.value) =>
  leftAfter(method, level, props.reckoned?.unusable ?? 0)
/** The cans that this person has: m3 each, and how many. */
const cans = useLocalStorage(
  ownKey('cans'),
  { size: 0.02 as number | null, count: 2 as number | null },
  { mergeDefaults: true },
)
const cansWanted = computed(() =>
  cans.value.size && cans.value.size > 0.0001 && inIt.value > 0 ? containersNeeded(inIt.value, cans.value.size) : null,
)

const { draft: drainState, clear: cleared } = useDraft(`drained:${props.job.id}`, () => ({
  volume: null as number | null,
  method: '',
  gaugeShown: null as number | null,
}))
const draining = useSave()
const drainForm = useTemplateRef('drainForm')
const recordDrained = () =>
  draining.save(async () => {
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/entries/drained`, 'POST', drainState.value))
    const { method } = drainState.value
    cleared()
    drainState.value.method = method
  }, drainForm.value)
const waysSay = computed(() => {
  const [first, ...others] = methods.value
  if (!first) return 'No way to drain it is known'
  return `${first.name}, ${waitText(drainTime(first, inIt.value - stays(first)))}; ${others.length} other ways`
})
const gaugeSaid = (each: JobView['drained'][number]) => {
  if (each.gaugeShown === null) return ''
  const method = drainMethods.find(known => known.key === each.method)
  const left = method ? stays(method, each.gaugeShown * props.job.capacity) : 0
  const off = gaugeError(each.gaugeShown, each.volume, left, props.job.capacity)
  return Math.abs(off) < 0.08
    ? ', as the gauge said'
    : `: the gauge showed ${Math.round(Math.abs(off) * 100)} % too ${off > 0 ? 'much' : 'little'}`
}
</script>

<template>
  <section class="sheet space-y-3" aria-labelledby="drain-title">
    <h2 id="drain-title">Where the fuel goes</h2>
    <p class="soft">The least mess first; times and what stays are for the {{ short('volume', inIt) }} in it now.</p>
    <FoldedGroup label="Ways to drain it" :says="waysSay">
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
    </FoldedGroup>
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
      <StrikeLink v-if="mayWork && !each.struck" @click="emit('strike', { id: each.id, name: 'what came out' })" />
    </p>
    <SchemaForm
      v-if="mayWork"
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
</template>
