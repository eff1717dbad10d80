<script setup lang="ts">
import { partFamilies } from '#core/circuit/boundary'
import { partsSchema, type PartsEdit } from '#shared/schemas/job'
import type { JobView, PartView } from '#shared/views'

/** The boundary's parts in the order of the route: rename, reorder, take off, add at a place on the map. */
const props = defineProps<{ job: JobView }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [job: JobView] }>()
const state = ref<PartsEdit>({ revision: 0, parts: [] })
const theirs = ref<JobView | null>(null)
const picked = ref<string | null>(null)
const rowsOf = (job: JobView): PartsEdit => ({
  revision: job.revision,
  parts: job.parts.filter(part => part.removedAt === null).map(({ id, name, family, shape, opening }) => ({ id, name, family, shape, opening })),
})
/** Parts that there were when the editing began; the job itself moves on while it is open. */
let begunWith = new Set<string>()
function begin(job: JobView) {
  begunWith = new Set(job.parts.map(part => part.id))
  state.value = rowsOf(job)
  theirs.value = null
}
watch(open, now => { if (now) begin(props.job) })
const drawn = computed(() => state.value.parts.map((part, position): PartView => ({ ...part, position, removedAt: null })))

function move(i: number, by: number) {
  const parts = [...state.value.parts]
  const [row] = parts.splice(i, 1)
  parts.splice(i + by, 0, row!)
  state.value.parts = parts
}
const takeOff = (i: number) => { state.value.parts = state.value.parts.filter((_, k) => k !== i) }
function add(x = 500, y = 180) {
  const id = newId()
  state.value.parts = [...state.value.parts, { id, name: `Fitting ${state.value.parts.length + 1}`, family: 'fitting', shape: { at: 'point', x, y }, opening: false }]
  picked.value = id
}
const placing = ref(false)
function place(x: number, y: number) {
  if (!placing.value) return
  placing.value = false
  add(x, y)
}
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const submit = () => save(async () => {
  try {
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/parts`, 'PUT', state.value))
  }
  catch (error) {
    if (error instanceof ApiError && error.status === 409 && error.current) theirs.value = error.current as JobView
    throw error
  }
}, form.value)
/** Parts that somebody else has meanwhile and this list has not, added at its end; all else stays as it was written here. */
function keepMine() {
  const other = rowsOf(theirs.value!)
  const added = other.parts.filter(part => !begunWith.has(part.id) && !state.value.parts.some(own => own.id === part.id))
  state.value = { revision: other.revision, parts: [...state.value.parts, ...added] }
  theirs.value = null
  void submit()
}
</script>

<template>
  <USlideover v-model:open="open" title="Parts of the boundary" description="In the order of the soap route. A part taken off keeps its place on the record." :ui="{ content: 'max-w-2xl' }">
    <template #body>
      <TankMap :kind="job.tankKind" :parts="drawn" :picked="picked" pickable @pick="picked = $event" @place="place" />
      <div class="my-3 flex flex-wrap gap-2">
        <UButton color="neutral" :variant="placing ? 'solid' : 'outline'" icon="i-lucide-map-pin-plus" class="min-h-11" :aria-pressed="placing" @click="placing = !placing">{{ placing ? 'Now tap its place on the map' : 'Add at a place' }}</UButton>
        <UButton color="neutral" variant="outline" icon="i-lucide-plus" class="min-h-11" @click="add()">Add in the middle</UButton>
      </div>
      <SchemaForm ref="form" :problem="problem" :schema="partsSchema" :state="state" @submit="submit">
        <UFormField name="parts" :ui="{ container: 'mt-0' }">
          <ol class="divide-y divide-(--hair)">
            <li v-for="(part, i) in state.parts" :key="part.id" class="flex flex-wrap items-center gap-2 py-2" :class="part.id === picked && 'bg-(--unsure-soft)'">
              <UInput v-model="part.name" :aria-label="`Name of part ${i + 1}`" class="min-w-40 flex-1" @focus="picked = part.id" />
              <USelect v-model="part.family" :items="[...partFamilies]" aria-label="Kind of part" class="w-28" />
              <UCheckbox v-model="part.opening" label="opening" size="lg" />
              <span class="flex">
                <UButton type="button" icon="i-lucide-arrow-up" color="neutral" variant="ghost" class="size-11 justify-center" :aria-label="`${part.name} earlier`" :disabled="i === 0" @click="move(i, -1)" />
                <UButton type="button" icon="i-lucide-arrow-down" color="neutral" variant="ghost" class="size-11 justify-center" :aria-label="`${part.name} later`" :disabled="i === state.parts.length - 1" @click="move(i, 1)" />
                <UButton type="button" icon="i-lucide-x" color="error" variant="ghost" class="size-11 justify-center" :aria-label="`Take ${part.name} off`" @click="takeOff(i)" />
              </span>
            </li>
          </ol>
        </UFormField>
        <template #actions>
          <div v-if="theirs" class="mt-3 flex flex-wrap gap-2">
            <UButton type="button" size="xl" color="neutral" @click="keepMine">Keep mine, and what they added</UButton>
            <UButton type="button" size="xl" color="neutral" variant="outline" @click="begin(theirs)">Start again from theirs</UButton>
          </div>
          <UButton type="submit" size="xl" color="neutral" class="mt-4" :loading="saving">Save the parts</UButton>
        </template>
      </SchemaForm>
    </template>
  </USlideover>
</template>
