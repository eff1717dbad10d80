<script setup lang="ts">
import {
  boxFaces,
  defectMaterials,
  defectsOn,
  smears,
  wallOf,
  walls,
  waysIn,
  type BoxFace,
  type Defect,
  type Smear,
  type WayIn,
} from '#core/repair/defect/defect'
import { defectOf } from '#shared/repair/decision'
import { defectCardSchema } from '#shared/record/kinds/card'
import type { JobView } from '#shared/views'

/** The card of a leak, in a few taps: what it is, its wall, what it is made of, what was put on before, which side is reached. */
const props = defineProps<{ job: JobView; leakId: string }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [job: JobView] }>()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
interface State extends Omit<Defect, 'before' | 'inside' | 'pinholes'> {
  before: Smear[]
  inside: WayIn[]
}
const begun = (): State => {
  const { defect: known } = defectOf(props.job, props.leakId)
  return { ...known, before: [...known.before], inside: [...known.inside] }
}
const defect = ref<State>(begun())
const count = ref<number | null>(null)
const run = ref<number | null>(null)
const id = ref(newId())
watch(
  open,
  is => {
    if (!is) return
    const { defect: known } = defectOf(props.job, props.leakId)
    defect.value = begun()
    count.value = known.pinholes?.count ?? null
    run.value = known.pinholes?.run ?? null
    id.value = newId()
  },
  { immediate: true },
)
const part = computed(() => {
  const leak = props.job.leaks.find(each => each.id === props.leakId)
  return props.job.parts.find(each => each.id === leak?.partId)
})
const kinds = computed(() => defectsOn(part.value?.family ?? null))
const showAll = ref(false)
const shownKinds = computed(() => {
  const first = kinds.value.slice(0, 4)
  return showAll.value ? kinds.value : first.includes(defect.value.what) ? first : [...first, defect.value.what]
})
/** What rust and rubbing leave is counted. */
const counts = computed(() => ['pinholes', 'seam', 'rubbed', 'weld', 'crack'].includes(defect.value.what))
const state = computed(() => ({
  id: id.value,
  leakId: props.leakId,
  defect: {
    ...defect.value,
    pinholes: counts.value && (count.value !== null || run.value !== null) ? { count: count.value, run: run.value } : null,
  },
}))
const isSieve = computed(
  () =>
    count.value !== null &&
    run.value !== null &&
    run.value > 0 &&
    wallOf({ wall: 'sound', pinholes: { count: count.value, run: run.value } }) === 'honeycomb',
)
const isRubber = (what: Defect['what']) => what === 'seal' || what === 'hose' || what === 'clamp'
watch(
  () => defect.value.what,
  (what, was) => {
    if (isRubber(what) && !isRubber(was)) defect.value.material = 'rubber'
    if (!isRubber(what) && defect.value.material === 'rubber')
      defect.value.material = defectOf(
        { ...props.job, defectCards: [], parts: props.job.parts.map(each => ({ ...each, family: 'wall' })) },
        props.leakId,
      ).defect.material
  },
)
const sides = ['outside', ...waysIn] as const
type Side = (typeof sides)[number]
const reached = computed<Side[]>({
  get: () => [...(defect.value.outside ? (['outside'] as const) : []), ...defect.value.inside],
  set: chosen => {
    defect.value.outside = chosen.includes('outside')
    defect.value.inside = waysIn.filter(way => chosen.includes(way))
  },
})
const sideWords: Record<Side, string> = {
  'outside': 'From outside',
  'plate': 'In by the plate',
  'sender': 'In by the sender',
  'filler': 'In by the filler',
  'neighbouring bay': 'Through the next bay',
  'new access hole': 'Only by a new hole',
}
const wallWords = { sound: 'Sound', thinned: 'Thinned', honeycomb: 'Sieve' }
const besides = computed<('moves' | 'nearMount')[]>({
  get: () => [...(defect.value.moves ? (['moves'] as const) : []), ...(defect.value.nearMount ? (['nearMount'] as const) : [])],
  set: chosen => {
    defect.value.moves = chosen.includes('moves')
    defect.value.nearMount = chosen.includes('nearMount')
  },
})
const face = computed<BoxFace | null>({
  get: () => defect.value.face,
  set: value => {
    defect.value.face = value
  },
})
const submit = () =>
  save(async () => {
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/entries/card`, 'POST', state.value))
    open.value = false
  }, form.value)
</script>

<template>
  <USlideover v-model:open="open" title="What is there" :description="part?.name" :ui="{ content: 'max-w-lg' }">
    <template #body>
      <SchemaForm ref="form" :schema="defectCardSchema" :state="state" :problem="problem" class="space-y-5" @submit="submit">
        <UFormField label="What it is" name="defect.what">
          <TapChoice v-model="defect.what" :options="shownKinds" :words="defectNames" several label="What it is" />
          <UButton v-if="!showAll" color="neutral" variant="link" class="min-h-11" @click="showAll = true"
            >Something else</UButton
          >
        </UFormField>
        <UFormField label="Between its marks" name="defect.length"
          ><QuantityInput v-model="defect.length" kind="length" class="w-40"
        /></UFormField>
        <UFormField label="Which side is reached" name="defect.inside"
          ><TapChoice v-model="reached" :options="sides" :words="sideWords" label="Which side is reached"
        /></UFormField>
        <UFormField label="Wall after brushing" name="defect.wall"
          ><TapChoice v-model="defect.wall" :options="walls" :words="wallWords" several label="Wall after brushing"
        /></UFormField>
        <div v-if="counts" class="grid grid-cols-2 gap-4">
          <UFormField label="Pinholes counted" name="defect.pinholes.count"
            ><QuantityInput v-model="count" kind="count"
          /></UFormField>
          <UFormField label="over a run of" name="defect.pinholes.run"
            ><QuantityInput v-model="run" kind="length"
          /></UFormField>
          <p v-if="isSieve" class="leaking col-span-2 font-semibold">
            Three or more in 25 mm: it is a sieve. The plate is gone, a patch buys days; it is renewed.
          </p>
        </div>
        <UFormField label="What was put on before" name="defect.before"
          ><TapChoice v-model="defect.before" :options="smears" label="What was put on before"
        /></UFormField>
        <UFormField label="Made of" name="defect.material"
          ><TapChoice v-model="defect.material" :options="defectMaterials" several label="Made of"
        /></UFormField>
        <UFormField label="Besides" name="defect.moves"
          ><TapChoice
            v-model="besides"
            :options="['moves', 'nearMount']"
            :words="{ moves: 'It moves', nearMount: 'A seam, strap or mount beside it' }"
            label="Besides"
        /></UFormField>
        <UFormField label="On which face" name="defect.face"
          ><TapChoice v-model="face" :options="boxFaces" label="On which face"
        /></UFormField>
        <template #actions
          ><UButton type="submit" block size="xl" color="neutral" :loading="saving">That is there</UButton></template
        >
      </SchemaForm>
    </template>
  </USlideover>
</template>
