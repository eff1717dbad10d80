<script setup lang="ts">
import type { Link, Space } from '#core/circuit/circuit'
import { circuitFaults } from '#core/circuit/circuitFaults'
import { circuitSchema, mapChanges } from '#shared/schemas/circuit'
import { listWords } from '#core/words/words'
import { liveParts } from '#shared/jobCircuit'
import type { JobView, PartView } from '#shared/views'
import {
  addLine,
  addPart,
  addValve,
  handlesOnMap,
  mapEditOf,
  moveOnMap,
  onSheet,
  reorderPart,
  takeLink,
  takePart,
  takeSpace,
  withTheirParts,
  type MapDraft,
  type MapPick,
} from '~/composables/mapEdit'

/**
 * The map to be changed: parts, lines and valves are added, taken off, renamed, tied, and moved by dragging or with the arrows.
 */
const props = defineProps<{ job: JobView }>()
const emit = defineEmits<{ done: [job: JobView]; close: [] }>()

/** The map that a draft began from, to tell whether anybody changed it. */
const drawnNow = ({ spaces, links, parts }: Pick<MapDraft, 'spaces' | 'links' | 'parts'>) =>
  JSON.stringify({ spaces, links, parts })
/** Kept until it is saved or given up: a reload, the back key or an ended session loses no edit. */
const { draft: state, clear } = useDraft<MapDraft & { begun: string }>(`map:${props.job.id}`, () => {
  const map = mapEditOf(props.job)
  return { ...map, begun: drawnNow(map) }
})
// One that nobody changed follows the job.
if (state.value.revision !== props.job.revision && drawnNow(state.value) === state.value.begun) clear()
/** Parts that there were when the editing began; the job itself moves on while it is open. */
let begunWith = new Set(props.job.parts.map(part => part.id))
const theirs = ref<JobView | null>(null)

const picked = ref<MapPick | null>(null)
const tab = ref<MapPick['of']>('part')
/** Something that was just added goes where the map is tapped next. */
const placing = ref<string | null>(null)
function pick(of: MapPick['of'], id: string) {
  picked.value = { of, id }
  tab.value = of
}
function pickPart(id: string) {
  if (!placing.value) pick('part', id)
}
const marked = (of: MapPick['of'], id: string) =>
  picked.value?.of === of && picked.value.id === id ? 'bg-(--unsure-soft)' : undefined

const drawn = computed(() =>
  state.value.parts.map((part, position): PartView => ({ ...part, position, removedAt: null }) as PartView),
)
const circuit = computed(() => ({ spaces: state.value.spaces as Space[], links: state.value.links as Link[] }))
const faults = computed(() => circuitFaults(circuit.value, state.value.parts))
const handles = computed(() => handlesOnMap(state.value, picked.value))
const onlyTank = computed(() => state.value.spaces.filter(space => space.kind === 'tank').length === 1)

function move(dx: number, dy: number, bend: number | null) {
  if (picked.value) moveOnMap(state.value, picked.value, dx, dy, bend)
}
function place(x: number, y: number) {
  const part = state.value.parts.find(each => each.id === placing.value)
  placing.value = null
  if (part) part.shape = { at: 'point', ...onSheet(x, y) }
}
const keyOf = (prefix: string) => `${prefix}-${newId().slice(0, 8)}`
const tabs = [
  { of: 'part', name: 'Parts', add: 'Add a part' },
  { of: 'space', name: 'Lines and spaces', add: 'Add a line' },
  { of: 'link', name: 'Valves and joints', add: 'Add a valve' },
] as const
const adders: Record<MapPick['of'], () => string> = {
  part: () => {
    const id = newId()
    addPart(state.value, id)
    placing.value = id
    return id
  },
  space: () => {
    const id = keyOf('line')
    addLine(state.value, id, keyOf('joint'))
    return id
  },
  link: () => {
    const id = keyOf('valve')
    addValve(state.value, id)
    return id
  },
}
function add() {
  pick(tab.value, adders[tab.value]())
}
const told = computed(() => {
  if (placing.value) return 'Tap its place on the map, or drag it there.'
  return picked.value ? 'Drag its brass points, or move them with the arrow keys.' : 'Tap a part, a line or a valve to move it.'
})

/** Before anything was tested there is nothing that a correction could take back. */
if (props.job.tests.length === 0) state.value.says = 'it was always so'
const saysHelp = computed(() => {
  if (state.value.says === 'changed now') return 'What is joined otherwise was touched: its evidence ends.'
  return state.value.says === 'it was always so'
    ? 'Earlier tests are read again with this map. A new part has no evidence of theirs.'
    : 'Was the drawing wrong, or is the tank another one now?'
})

const takenOff = computed(() =>
  liveParts(props.job)
    .filter(old => !state.value.parts.some(part => part.id === old.id))
    .map(part => part.name),
)
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const submit = () =>
  save(async () => {
    try {
      const { id: _, begun: __, ...edit } = state.value
      const view = await callApi<JobView>(`jobs/${props.job.id}/circuit`, 'PUT', edit)
      emit('done', view)
      clear()
    } catch (error) {
      if (error instanceof ApiError && error.status === 409 && error.current) theirs.value = error.current as JobView
      throw error
    }
  }, form.value)
function keepMine() {
  const { id, begun } = state.value
  state.value = { ...withTheirParts(state.value, mapEditOf(theirs.value!), begunWith), id, begun }
  theirs.value = null
  void submit()
}
function giveUp() {
  emit('close')
  clear()
}
function takeTheirs() {
  const { id, says } = state.value
  const map = mapEditOf(theirs.value!)
  state.value = { ...map, says, id, begun: drawnNow(map) }
  begunWith = new Set(theirs.value!.parts.map(part => part.id))
  theirs.value = null
}
</script>

<template>
  <SchemaForm ref="form" :problem="problem" :schema="circuitSchema" :state="state" class="space-y-3" @submit="submit">
    <section class="sheet" aria-label="Map">
      <TankMap
        :kind="job.tankKind"
        :parts="drawn"
        :circuit="circuit"
        :picked="picked?.of === 'part' ? picked.id : null"
        :picked-link="picked?.of === 'link' ? picked.id : null"
        pickable
        @pick="pickPart"
        @pick-link="pick('link', $event)"
        @pick-space="pick('space', $event)"
        @place="place"
      >
        <MapHandles :key="picked?.id" :handles="handles" @move="move" />
      </TankMap>
      <p class="soft mt-1 text-sm">{{ told }}</p>
    </section>
    <p
      v-for="fault in faults"
      :key="fault.about + fault.sentence"
      class="sheet py-2.5 font-medium"
      :class="fault.fatal ? 'leaking' : 'unsure'"
    >
      <StateSign :look="fault.fatal ? 'leaking' : 'unsure'" :size="16" /> {{ fault.sentence }}
    </p>
    <section class="sheet">
      <div class="mb-2 flex flex-wrap items-center justify-between gap-2">
        <div role="tablist" class="flex flex-wrap gap-1">
          <UButton
            v-for="each in tabs"
            :key="each.of"
            type="button"
            role="tab"
            :aria-selected="tab === each.of"
            color="neutral"
            :variant="tab === each.of ? 'solid' : 'ghost'"
            class="min-h-11"
            @click="tab = each.of"
            >{{ each.name }}</UButton
          >
        </div>
        <UButton type="button" color="neutral" variant="outline" icon="i-lucide-plus" class="min-h-11" @click="add">
          {{ tabs.find(each => each.of === tab)!.add }}
        </UButton>
      </div>
      <UFormField name="parts" :ui="{ container: 'mt-0' }">
        <ol v-if="tab === 'part'" class="divide-y divide-(--hair)" aria-label="Parts in route order">
          <MapPartRow
            v-for="(part, i) in state.parts"
            :key="part.id"
            v-model="state.parts[i]!"
            :class="marked('part', part.id)"
            :number="i + 1"
            :spaces="circuit.spaces"
            :links="circuit.links"
            :last="i === state.parts.length - 1"
            @pick="pick('part', part.id)"
            @move="reorderPart(state, i, $event)"
            @take="takePart(state, part.id)"
          />
        </ol>
        <ol v-else-if="tab === 'space'" class="divide-y divide-(--hair)" aria-label="Lines and spaces">
          <MapSpaceRow
            v-for="(space, i) in state.spaces"
            :key="space.id"
            v-model="state.spaces[i]!"
            :class="marked('space', space.id)"
            :number="i + 1"
            :needed="space.kind === 'tank' && onlyTank"
            @pick="pick('space', space.id)"
            @take="takeSpace(state, space.id)"
          />
        </ol>
        <ol v-else class="divide-y divide-(--hair)" aria-label="Valves and joints">
          <MapLinkRow
            v-for="(link, i) in state.links"
            :key="link.id"
            v-model="state.links[i]!"
            :class="marked('link', link.id)"
            :number="i + 1"
            :spaces="circuit.spaces"
            @pick="pick('link', link.id)"
            @take="takeLink(state, link.id)"
          />
        </ol>
      </UFormField>
    </section>
    <template #actions>
      <div v-if="theirs" class="sheet flex flex-wrap gap-2">
        <UButton type="button" size="xl" color="neutral" @click="keepMine">Keep mine, and what they added</UButton>
        <UButton type="button" size="xl" color="neutral" variant="outline" @click="takeTheirs">Start again from theirs</UButton>
      </div>
      <UFormField v-if="job.tests.length > 0" class="sheet" name="says" label="What does this change say?" :help="saysHelp">
        <TapChoice v-model="state.says" :options="mapChanges" several label="What does this change say?" />
      </UFormField>
      <ReasonField
        v-if="takenOff.length > 0 && job.tests.length > 0"
        :model-value="state.whyOff ?? ''"
        class="sheet"
        what="part off"
        name="whyOff"
        :label="`What closes the place of ${listWords(takenOff)} now?`"
        help="Or that it was never there. What was taken off is not tested, and the record says so."
        @update:model-value="state.whyOff = $event"
      />
      <div class="flex gap-2">
        <UButton type="submit" size="xl" color="neutral" :loading="saving">Save the map</UButton>
        <UButton type="button" size="xl" color="neutral" variant="ghost" @click="giveUp">Leave it as it was</UButton>
      </div>
    </template>
  </SchemaForm>
</template>
