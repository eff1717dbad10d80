<script setup lang="ts">
import { tankKind, tankKinds, type TankKind } from '#core/circuit/tankKinds'
import { throughputFromStandard } from '#core/quantity/standardLeakRate'
import { emptyComplaint, newJobSchema, workKinds, type NewJob } from '#shared/schemas/job'
import type { CraftView, JobView } from '#shared/views'

/** A new job in under a minute: what it is about, which craft, what was seen; the rest is usual and can wait. */
const usual = (kind: TankKind) => ({
  tankKind: kind.key,
  craftKind: kind.craft,
  material: kind.material,
  capacity: kind.capacity,
  pressureLimit: kind.pressureLimit,
  limitSource: kind.limitSource,
  acceptance: throughputFromStandard(kind.acceptance),
})
const { draft, clear } = useDraft<Omit<NewJob, 'id'>>('new-job', () => ({
  ...usual(tankKinds[0]!),
  work: 'leak',
  craftName: '',
  fuelAcceptance: null,
  limitsReason: '',
  craftBuilt: null,
  craftRegistration: '',
  tankName: 'fuel tank',
  fuel: 'petrol',
  complaint: emptyComplaint(),
}))
const { value: crafts, refresh: findCrafts } = useRefreshed(
  () => callApi<CraftView[]>(`crafts?words=${encodeURIComponent(draft.value.craftName)}`),
  () => false,
)
const FEW = 5
const allCrafts = ref(false)
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const craftGroup = useTemplateRef('craftGroup')
const choose = (kind: TankKind) => {
  draft.value = { ...draft.value, ...usual(kind) }
  choosing.value = false
}
const kindStop = useOneTabStop(
  () => tankKinds.length,
  () => tankKinds.findIndex(each => each.key === draft.value.tankKind),
  at => {
    draft.value = { ...draft.value, ...usual(tankKinds[at]!) }
  },
)
const kind = computed(() => tankKind(draft.value.tankKind))
const known = computed(() =>
  crafts.value?.find(craft => craft.name.toLowerCase() === draft.value.craftName.trim().toLowerCase()),
)
// What is offered stays where it is once one of it is chosen.
watchDebounced(
  () => draft.value.craftName,
  () => (known.value ? undefined : findCrafts()),
  { debounce: 250 },
)
const knownTank = computed(() =>
  known.value?.tanks.find(
    tank => tank.name.toLowerCase() === draft.value.tankName.trim().toLowerCase() && tank.tankKind === draft.value.tankKind,
  ),
)
/** A craft that was here before brings its tank with all that is known of it. */
function again(craft: CraftView, tank: CraftView['tanks'][number]) {
  const { name, ...facts } = tank
  draft.value = {
    ...draft.value,
    ...facts,
    craftName: craft.name,
    craftKind: craft.kind,
    craftBuilt: craft.built,
    craftRegistration: craft.registration,
    tankName: name,
  }
  choosing.value = false
  craftGroup.value?.fold()
}
const workWords: Record<NewJob['work'], string> = {
  'leak': 'It leaks',
  'new tank': 'New or closed tank, before fuel',
  'lining': 'Lining, nothing leaks',
  'new for old': 'Tank renewed',
  'follow-up': 'Back for a look',
}
const workHelp: Record<NewJob['work'], string> = {
  'leak': 'From the complaint to sealed.',
  'new tank': 'Every part is proved before its first fuel; nothing is looked for first.',
  'lining': 'Strip, clean, line and cure it, then prove it.',
  'new for old': 'Another tank is on: nothing that was shown of the old one counts. Parts carried across are proved anew.',
  'follow-up': 'After a repair: where it leaked before, dry or seen again?',
}
/** Kinds are many: once one is chosen the others fold away. */
const choosing = ref(draft.value.craftName === '')
const isTwin = computed(() => kind.value.circuit.spaces.filter(space => space.kind === 'tank').length > 1)
const hasVapourSystem = computed(() => kind.value.parts.some(part => part.family === 'canister'))

/** Photographs wait here until the job is there to keep them. */
const files = shallowRef<File[]>([])
const submit = () =>
  save(async () => {
    const job = await callApi<JobView>('jobs', 'POST', draft.value)
    const rest = [...files.value]
    // The job is open whatever becomes of its pictures: what is refused is told where it can be tried again.
    for (const file of rest) await sendPhoto(job.id, file).catch(() => null)
    clear()
    await navigateTo(`/jobs/${job.id}`)
  }, form.value)
useActionKeys('New complaint', [{ key: 'escape', label: 'Back to the Bay', run: () => void navigateTo('/') }])
</script>

<template>
  <div class="page max-w-4xl">
    <h1 class="mb-1">New job</h1>
    <p class="soft mb-4 max-sm:hidden">Skip what nobody knows; all of it can be added later.</p>
    <SchemaForm
      ref="form"
      :problem="problem"
      :schema="newJobSchema"
      :state="draft"
      class="space-y-3"
      only-by-button
      @submit="submit"
    >
      <div class="sheet p-5 max-sm:p-3.5">
        <UFormField label="What is it about" name="work" :help="workHelp[draft.work]"
          ><TapChoice v-model="draft.work" :options="workKinds" :words="workWords" several label="What is it about"
        /></UFormField>
      </div>
      <div class="sheet space-y-4 p-5 max-sm:p-3.5">
        <FoldedGroup
          ref="craftGroup"
          label="Craft and tank"
          :says="`${draft.craftName}, ${draft.tankName}: ${lowerFirst(kind.name)}`"
          :fields="['craftName', 'tankName', 'tankKind']"
          :wanted="!knownTank"
        >
          <div class="space-y-4">
            <div v-if="crafts?.length" role="group" aria-label="Here before" class="flex flex-wrap gap-2">
              <template v-for="(craft, at) in crafts" :key="craft.id">
                <UButton
                  v-for="tank in craft.tanks"
                  :key="tank.name"
                  type="button"
                  color="neutral"
                  :variant="known?.id === craft.id && draft.tankName === tank.name ? 'solid' : 'outline'"
                  class="min-h-11"
                  :class="at >= FEW && !allCrafts && !known && 'max-sm:hidden'"
                  @click="again(craft, tank)"
                >
                  {{ craft.name }}<template v-if="craft.tanks.length > 1">, {{ tank.name }}</template>
                </UButton>
              </template>
              <UButton
                v-if="!known && !allCrafts && crafts.length > FEW"
                type="button"
                color="neutral"
                variant="ghost"
                class="min-h-11 sm:hidden"
                @click="allCrafts = true"
                >More</UButton
              >
            </div>
            <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
              <UFormField label="Craft" name="craftName" hint="as the shop calls it"
                ><UInput v-model="draft.craftName" autocomplete="off" size="xl"
              /></UFormField>
              <UFormField label="Tank" name="tankName" hint="such as left outer bay"
                ><UInput v-model="draft.tankName" autocomplete="off" size="xl"
              /></UFormField>
            </div>
            <p v-if="knownTank" class="font-medium">It was here before: its map, lines and valves come along.</p>
            <UFormField
              name="tankKind"
              label="Which looks most like it"
              :help="
                choosing ? undefined : `Parts that come along: ${kind.parts.map(part => lowerFirst(part.name)).join(', ')}.`
              "
            >
              <button
                v-if="!choosing"
                type="button"
                class="flex min-h-14 w-full cursor-pointer items-center gap-3 rounded-lg border-2 border-(--ink) bg-(--bay) p-2.5 text-left"
                @click="choosing = true"
              >
                <TankMap :kind="kind.key" bare class="w-16! shrink-0" />
                <span class="min-w-0 flex-1 font-semibold leading-tight">{{ kind.name }}</span>
                <span class="soft text-sm underline underline-offset-3">change</span>
              </button>
              <div
                v-else
                role="radiogroup"
                aria-label="Kind of tank"
                @keydown="kindStop.onKeydown"
                @focusout="kindStop.onLeave"
                class="kinds grid gap-2 sm:grid-cols-3"
              >
                <button
                  v-for="(each, at) in tankKinds"
                  :key="each.key"
                  data-choice
                  :tabindex="kindStop.tabindex(at)"
                  type="button"
                  role="radio"
                  :aria-checked="draft.tankKind === each.key"
                  class="flex min-h-11 cursor-pointer items-center gap-3 rounded-lg border-2 bg-(--bay) p-2.5 text-left"
                  :class="draft.tankKind === each.key ? 'border-(--ink)' : 'border-transparent'"
                  @focus="kindStop.onFocus(at)"
                  @click="choose(each)"
                >
                  <TankMap :kind="each.key" bare class="w-16! shrink-0" />
                  <span class="min-w-0"
                    ><span class="block font-semibold leading-tight">{{ each.name }}</span
                    ><span class="soft block text-sm leading-tight">{{ each.fits }}</span></span
                  >
                </button>
              </div>
            </UFormField>
          </div>
        </FoldedGroup>
      </div>
      <div v-if="draft.work === 'leak' || draft.work === 'follow-up'" class="sheet p-5 max-sm:p-3.5">
        <h2 class="mb-3 text-lg text-(--ink)">What was seen or smelled</h2>
        <ComplaintFields v-model="draft.complaint" :twin="isTwin" :codes="hasVapourSystem" />
        <PhotoButton
          class="mt-4"
          :label="files.length ? `Photographs: ${files.length}` : 'Photographs'"
          several
          @taken="files = [...files, ...$event]"
        />
      </div>
      <details class="sheet p-5" :open="problem !== null">
        <summary class="min-h-8 cursor-pointer font-semibold">
          Age, fuel, capacity and limits <span class="soft font-normal">as usual for this kind, unless you change them</span>
        </summary>
        <JobFactsFields v-model="draft" class="mt-4" :tank-kind="draft.tankKind" tank-only />
      </details>
      <template #actions>
        <ThumbBar>
          <UButton type="submit" size="xl" color="neutral" :loading="saving">Open the job</UButton>
          <UButton to="/" size="xl" color="neutral" variant="ghost">Not now</UButton>
        </ThumbBar>
      </template>
    </SchemaForm>
  </div>
</template>

<style scoped>
/* On a phone the kinds are a list of their own, so that what comes after stays near. */
@media (max-width: 40rem) {
  .kinds {
    max-height: 17.5rem;
    overflow-y: auto;
    overscroll-behavior: contain;
  }
}
</style>
