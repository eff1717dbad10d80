<script setup lang="ts">
import { partFamilies, type PartShape } from '#core/circuit/boundary'
import { lineCargoes, linkKinds, spaceKinds, type Link, type Space } from '#core/circuit/circuit'
import { circuitFaults } from '#core/circuit/circuitFaults'
import { circuitSchema, type CircuitEdit } from '#shared/schemas/circuit'
import { liveParts } from '#shared/jobCircuit'
import type { JobView, PartView } from '#shared/views'

/**
 * The map to be changed: parts, lines and valves are added, taken off, renamed, tied, and moved by dragging or with the arrows.
 */
const props = defineProps<{ job: JobView }>()
const emit = defineEmits<{ done: [job: JobView]; close: [] }>()

const copyOf = (job: JobView): CircuitEdit =>
  JSON.parse(
    JSON.stringify({
      revision: job.revision,
      spaces: job.circuit.spaces,
      links: job.circuit.links,
      parts: liveParts(job).map(({ id, name, family, shape, opening, space, link, trait }) => ({
        id,
        name,
        family,
        shape,
        opening,
        space,
        link,
        trait,
      })),
    }),
  ) as CircuitEdit
const state = ref<CircuitEdit>(copyOf(props.job))
/** Parts that there were when the editing began; the job itself moves on while it is open. */
let begunWith = new Set(props.job.parts.map(part => part.id))
const theirs = ref<JobView | null>(null)
type Picked = { of: 'part' | 'space' | 'link'; id: string }
const picked = ref<Picked | null>(null)
const pick = (of: Picked['of'], id: string) => {
  picked.value = { of, id }
}
const isPicked = (of: Picked['of'], id: string) => picked.value?.of === of && picked.value.id === id
const tab = ref<Picked['of']>('part')
watch(picked, now => {
  if (now) tab.value = now.of
})
const drawn = computed(() =>
  state.value.parts.map((part, position): PartView => ({ ...part, position, removedAt: null }) as PartView),
)
const circuit = computed(() => ({ spaces: state.value.spaces as Space[], links: state.value.links as Link[] }))
const faults = computed(() => circuitFaults(circuit.value, state.value.parts))

const clampX = (x: number) => Math.round(Math.min(1000, Math.max(0, x)))
const clampY = (y: number) => Math.round(Math.min(360, Math.max(0, y)))
const shifted = (at: { x: number; y: number }, dx: number, dy: number) => ({ x: clampX(at.x + dx), y: clampY(at.y + dy) })
function movedShape(shape: PartShape, dx: number, dy: number): PartShape {
  if (shape.at === 'point') return { at: 'point', ...shifted(shape, dx, dy) }
  const a = shifted({ x: shape.x1, y: shape.y1 }, dx, dy),
    b = shifted({ x: shape.x2, y: shape.y2 }, dx, dy)
  return { at: 'line', x1: a.x, y1: a.y, x2: b.x, y2: b.y }
}
/** Moves what is picked by so much on the map; of a line one bend when it is named. */
function move(dx: number, dy: number, bend: number | null = null) {
  const at = picked.value
  if (!at) return
  const part = state.value.parts.find(each => each.id === at.id),
    link = state.value.links.find(each => each.id === at.id),
    space = state.value.spaces.find(each => each.id === at.id)
  if (at.of === 'part' && part) {
    if (part.shape.at === 'line' && bend !== null) {
      const end =
        bend === 0
          ? shifted({ x: part.shape.x1, y: part.shape.y1 }, dx, dy)
          : shifted({ x: part.shape.x2, y: part.shape.y2 }, dx, dy)
      part.shape = bend === 0 ? { ...part.shape, x1: end.x, y1: end.y } : { ...part.shape, x2: end.x, y2: end.y }
    } else part.shape = movedShape(part.shape, dx, dy)
  }
  if (at.of === 'link' && link) link.at = shifted(link.at as { x: number; y: number }, dx, dy)
  if (at.of === 'space' && space)
    space.path = space.path.map((place, k) =>
      bend === null || bend === k ? shifted(place as { x: number; y: number }, dx, dy) : place,
    )
}
/** The points of what is picked that can be dragged. */
const handles = computed(() => {
  const at = picked.value
  if (!at) return []
  const part = state.value.parts.find(each => each.id === at.id),
    link = state.value.links.find(each => each.id === at.id),
    space = state.value.spaces.find(each => each.id === at.id)
  if (at.of === 'part' && part)
    return part.shape.at === 'point'
      ? [{ x: part.shape.x, y: part.shape.y, bend: null }]
      : [
          { x: part.shape.x1, y: part.shape.y1, bend: 0 },
          { x: part.shape.x2, y: part.shape.y2, bend: 1 },
        ]
  if (at.of === 'link' && link) return [{ x: Number(link.at.x), y: Number(link.at.y), bend: null }]
  return (space?.path ?? []).map((place, k) => ({ x: Number(place.x), y: Number(place.y), bend: k }))
})
const frame = useTemplateRef('frame')
let dragged: { bend: number | null; x: number; y: number } | null = null
function onMap(event: PointerEvent): { x: number; y: number } | null {
  const svg = (frame.value as HTMLElement | null)?.querySelector('svg')
  const matrix = svg?.getScreenCTM()
  return matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()) : null
}
function begin(event: PointerEvent, bend: number | null) {
  const at = onMap(event)
  if (!at) return
  dragged = { bend, x: at.x, y: at.y }
  ;(event.target as Element).setPointerCapture(event.pointerId)
  event.preventDefault()
}
function drag(event: PointerEvent) {
  const at = dragged && onMap(event)
  if (!dragged || !at) return
  const dx = Math.round(at.x - dragged.x),
    dy = Math.round(at.y - dragged.y)
  if (dx === 0 && dy === 0) return
  move(dx, dy, dragged.bend)
  dragged = { ...dragged, x: dragged.x + dx, y: dragged.y + dy }
}
const drop = () => {
  dragged = null
}
const STEP = 10
const arrows: Record<string, [number, number]> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
}
function key(event: KeyboardEvent, bend: number | null) {
  const by = arrows[event.key]
  if (!by) return
  event.preventDefault()
  move(by[0], by[1], bend)
}

/** A part that was just added goes where the map is tapped next. */
const placing = ref<string | null>(null)
function place(x: number, y: number) {
  const part = state.value.parts.find(each => each.id === placing.value)
  placing.value = null
  if (part) part.shape = { at: 'point', x: clampX(x), y: clampY(y) }
}
const keyOf = (prefix: string) => `${prefix}-${newId().slice(0, 8)}`
function addPart() {
  const id = newId()
  state.value.parts = [
    ...state.value.parts,
    {
      id,
      name: `Fitting ${state.value.parts.length + 1}`,
      family: 'fitting',
      shape: { at: 'point', x: 500, y: 180 },
      opening: false,
      space: 'tank',
      link: null,
      trait: null,
    },
  ]
  pick('part', id)
  placing.value = id
}
function addSpace() {
  const id = keyOf('line')
  state.value.spaces = [
    ...state.value.spaces,
    {
      id,
      name: `Line ${state.value.spaces.length}`,
      kind: 'line',
      carries: 'feed',
      path: [
        { x: 500, y: 60 },
        { x: 640, y: 30 },
      ],
    },
  ]
  state.value.links = [
    ...state.value.links,
    {
      id: keyOf('joint'),
      name: `Joint of line ${state.value.spaces.length - 1}`,
      kind: 'passage',
      from: 'tank',
      to: id,
      normally: 'open',
      cracking: 0,
      pinch: true,
      at: { x: 500, y: 76 },
    },
  ]
  pick('space', id)
}
function addLink() {
  const id = keyOf('valve')
  const other = state.value.spaces.find(space => space.kind !== 'tank') ?? state.value.spaces[0]!
  state.value.links = [
    ...state.value.links,
    {
      id,
      name: `Valve ${state.value.links.length + 1}`,
      kind: 'tap',
      from: state.value.spaces[0]!.id,
      to: other.id,
      normally: 'open',
      cracking: 0,
      pinch: false,
      at: { x: 560, y: 60 },
    },
  ]
  pick('link', id)
}
const takePart = (id: string) => {
  state.value.parts = state.value.parts.filter(part => part.id !== id)
}
function takeSpace(id: string) {
  state.value.spaces = state.value.spaces.filter(space => space.id !== id)
  state.value.links = state.value.links.filter(link => link.from !== id && link.to !== id)
  // Parts of a line that is gone are tied to nothing until somebody says otherwise.
  for (const part of state.value.parts) if (part.space === id) part.space = null
  for (const part of state.value.parts)
    if (part.link !== null && !state.value.links.some(link => link.id === part.link)) part.link = null
}
function takeLink(id: string) {
  state.value.links = state.value.links.filter(link => link.id !== id)
  for (const part of state.value.parts) if (part.link === id) part.link = null
}
function reorder(i: number, by: number) {
  const parts = [...state.value.parts]
  const [row] = parts.splice(i, 1)
  parts.splice(i + by, 0, row!)
  state.value.parts = parts
}
const NOTHING = 'nothing' as const
const bearingItems = [
  { label: 'nothing bears on it', value: NOTHING as typeof NOTHING },
  { label: 'a strap', value: 'strap' as const },
  { label: 'a cradle', value: 'cradle' as const },
]
const spaceItems = computed(() => [
  ...state.value.spaces.filter(space => space.kind !== 'outside').map(space => ({ label: space.name, value: space.id })),
  { label: 'tied to nothing', value: NOTHING },
])
const endItems = computed(() => state.value.spaces.map(space => ({ label: space.name, value: space.id })))
const bodyItems = computed(() => [
  ...state.value.links.filter(link => link.kind !== 'passage').map(link => ({ label: link.name, value: link.id })),
  { label: 'no valve', value: NOTHING },
])

const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const submit = () =>
  save(async () => {
    try {
      emit('done', await callApi<JobView>(`jobs/${props.job.id}/circuit`, 'PUT', state.value))
    } catch (error) {
      if (error instanceof ApiError && error.status === 409 && error.current) theirs.value = error.current as JobView
      throw error
    }
  }, form.value)
/** Parts that somebody else has meanwhile and this map has not, added at its end; all else stays as it was drawn here. */
function keepMine() {
  const other = copyOf(theirs.value!)
  const added = other.parts
    .filter(part => !begunWith.has(part.id) && !state.value.parts.some(own => own.id === part.id))
    .map(part => ({
      ...part,
      space: state.value.spaces.some(space => space.id === part.space) ? part.space : null,
      link: null,
    }))
  state.value = { ...state.value, revision: other.revision, parts: [...state.value.parts, ...added] }
  theirs.value = null
  void submit()
}
function takeTheirs() {
  state.value = copyOf(theirs.value!)
  begunWith = new Set(theirs.value!.parts.map(part => part.id))
  theirs.value = null
}
const tabs = [
  { of: 'part', name: 'Parts' },
  { of: 'space', name: 'Lines and spaces' },
  { of: 'link', name: 'Valves and joints' },
] as const
const linkKindWords = {
  'passage': 'joint',
  'check': 'one-way valve',
  'solenoid': 'switched valve',
  'float': 'rollover valve',
  'fill-limit': 'fill-limit valve',
  'tap': 'hand tap',
}
const spaceKindWords = { tank: 'tank', line: 'line', chamber: 'chamber', outside: 'open end' }
</script>

<template>
  <SchemaForm ref="form" :problem="problem" :schema="circuitSchema" :state="state" class="space-y-3" @submit="submit">
    <section ref="frame" class="sheet" aria-label="Map">
      <TankMap
        :kind="job.tankKind"
        :parts="drawn"
        :circuit="circuit"
        :picked="picked?.of === 'part' ? picked.id : null"
        :picked-link="picked?.of === 'link' ? picked.id : null"
        pickable
        @pick="placing ? undefined : pick('part', $event)"
        @pick-link="pick('link', $event)"
        @pick-space="pick('space', $event)"
        @place="place"
      >
        <g v-for="(handle, k) in handles" :key="`${picked?.id}-${k}`">
          <circle
            :cx="handle.x"
            :cy="handle.y"
            r="15"
            fill="var(--color-brass-400)"
            fill-opacity="0.65"
            stroke="var(--ink)"
            stroke-width="2.500"
            tabindex="0"
            role="button"
            class="cursor-move touch-none"
            :aria-label="`Move with the arrows${handles.length > 1 ? `, point ${k + 1}` : ''}`"
            @pointerdown.stop="begin($event, handle.bend)"
            @pointermove="drag"
            @pointerup="drop"
            @pointercancel="drop"
            @keydown="key($event, handle.bend)"
            @click.stop
          />
        </g>
      </TankMap>
      <p class="soft mt-1 text-sm">
        {{
          placing
            ? 'Tap its place on the map, or drag it there.'
            : picked
              ? 'Drag its brass points, or move them with the arrow keys.'
              : 'Tap a part, a line or a valve to move it.'
        }}
      </p>
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
        <UButton
          v-if="tab === 'part'"
          type="button"
          color="neutral"
          variant="outline"
          icon="i-lucide-plus"
          class="min-h-11"
          @click="addPart"
          >Add a part</UButton
        >
        <UButton
          v-else-if="tab === 'space'"
          type="button"
          color="neutral"
          variant="outline"
          icon="i-lucide-plus"
          class="min-h-11"
          @click="addSpace"
          >Add a line</UButton
        >
        <UButton v-else type="button" color="neutral" variant="outline" icon="i-lucide-plus" class="min-h-11" @click="addLink"
          >Add a valve</UButton
        >
      </div>
      <UFormField name="parts" :ui="{ container: 'mt-0' }">
        <ol v-if="tab === 'part'" class="divide-y divide-(--hair)" aria-label="Parts in route order">
          <li
            v-for="(part, i) in state.parts"
            :key="part.id"
            class="flex flex-wrap items-center gap-2 py-1.5"
            :class="isPicked('part', part.id) && 'bg-(--unsure-soft)'"
          >
            <UInput
              v-model="part.name"
              :aria-label="`Name of part ${i + 1}`"
              class="min-w-40 flex-1"
              @focus="pick('part', part.id)"
            />
            <USelect v-model="part.family" :items="[...partFamilies]" :aria-label="`Kind of ${part.name}`" class="w-32" />
            <USelect
              :model-value="part.space ?? NOTHING"
              :items="spaceItems"
              :aria-label="`What ${part.name} closes`"
              class="w-32"
              @update:model-value="part.space = $event === NOTHING ? null : $event"
            />
            <USelect
              v-if="part.link !== null || part.family.includes('valve')"
              :model-value="part.link ?? NOTHING"
              :items="bodyItems"
              :aria-label="`Valve that ${part.name} is`"
              class="w-40"
              @update:model-value="part.link = $event === NOTHING ? null : $event"
            />
            <USelect
              v-if="part.family === 'wall'"
              :model-value="part.trait === 'strap' || part.trait === 'cradle' ? part.trait : NOTHING"
              :items="bearingItems"
              :aria-label="`What bears on ${part.name}`"
              class="w-36"
              @update:model-value="part.trait = $event === NOTHING ? null : $event"
            />
            <UCheckbox
              v-if="part.family === 'sender'"
              :model-value="part.trait === 'mechanical'"
              label="no wire"
              size="lg"
              @update:model-value="part.trait = $event ? 'mechanical' : null"
            />
            <UCheckbox v-model="part.opening" label="opening" size="lg" />
            <span class="flex">
              <UButton
                type="button"
                icon="i-lucide-arrow-up"
                color="neutral"
                variant="ghost"
                class="size-11 justify-center"
                :aria-label="`${part.name} earlier`"
                :disabled="i === 0"
                @click="reorder(i, -1)"
              />
              <UButton
                type="button"
                icon="i-lucide-arrow-down"
                color="neutral"
                variant="ghost"
                class="size-11 justify-center"
                :aria-label="`${part.name} later`"
                :disabled="i === state.parts.length - 1"
                @click="reorder(i, 1)"
              />
              <UButton
                type="button"
                icon="i-lucide-x"
                color="error"
                variant="ghost"
                class="size-11 justify-center"
                :aria-label="`Take ${part.name} off`"
                @click="takePart(part.id)"
              />
            </span>
          </li>
        </ol>
        <ol v-else-if="tab === 'space'" class="divide-y divide-(--hair)" aria-label="Lines and spaces">
          <li
            v-for="(space, i) in state.spaces"
            :key="space.id"
            class="flex flex-wrap items-center gap-2 py-2"
            :class="isPicked('space', space.id) && 'bg-(--unsure-soft)'"
          >
            <UInput
              v-model="space.name"
              :aria-label="`Name of line ${i + 1}`"
              class="min-w-40 flex-1"
              @focus="pick('space', space.id)"
            />
            <USelect
              v-model="space.kind"
              :items="spaceKinds.map(value => ({ label: spaceKindWords[value], value }))"
              :aria-label="`Kind of ${space.name}`"
              class="w-36"
            />
            <USelect
              v-if="space.kind === 'line'"
              :model-value="space.carries ?? 'feed'"
              :items="[...lineCargoes]"
              :aria-label="`What ${space.name} carries`"
              class="w-32"
              @update:model-value="space.carries = $event"
            />
            <UButton
              type="button"
              icon="i-lucide-x"
              color="error"
              variant="ghost"
              class="size-11 justify-center"
              :aria-label="`Take ${space.name} off`"
              :disabled="space.kind === 'tank' && state.spaces.filter(each => each.kind === 'tank').length === 1"
              @click="takeSpace(space.id)"
            />
          </li>
        </ol>
        <ol v-else class="divide-y divide-(--hair)" aria-label="Valves and joints">
          <li
            v-for="(link, i) in state.links"
            :key="link.id"
            class="flex flex-wrap items-center gap-2 py-2"
            :class="isPicked('link', link.id) && 'bg-(--unsure-soft)'"
          >
            <UInput
              v-model="link.name"
              :aria-label="`Name of valve ${i + 1}`"
              class="min-w-40 flex-1"
              @focus="pick('link', link.id)"
            />
            <USelect
              v-model="link.kind"
              :items="linkKinds.map(value => ({ label: linkKindWords[value], value }))"
              :aria-label="`Kind of ${link.name}`"
              class="w-38"
            />
            <span class="flex items-center gap-1"
              ><USelect v-model="link.from" :items="endItems" :aria-label="`${link.name} from`" class="w-32" /><UIcon
                name="i-lucide-arrow-right"
                class="soft size-5" /><USelect v-model="link.to" :items="endItems" :aria-label="`${link.name} to`" class="w-32"
            /></span>
            <USelect
              v-if="link.kind !== 'passage' && link.kind !== 'check'"
              v-model="link.normally"
              :items="[
                { label: 'stands open', value: 'open' },
                { label: 'stands shut', value: 'shut' },
              ]"
              :aria-label="`How ${link.name} stands by itself`"
              class="w-34"
            />
            <QuantityInput
              v-if="link.kind === 'check'"
              v-model="link.cracking"
              kind="pressure"
              class="w-32"
              :aria-label="`Cracking pressure of ${link.name}`"
            />
            <UCheckbox v-if="link.kind === 'passage'" v-model="link.pinch" label="can be pinched" size="lg" />
            <UButton
              type="button"
              icon="i-lucide-x"
              color="error"
              variant="ghost"
              class="size-11 justify-center"
              :aria-label="`Take ${link.name} off`"
              @click="takeLink(link.id)"
            />
          </li>
        </ol>
      </UFormField>
    </section>
    <template #actions>
      <div v-if="theirs" class="sheet flex flex-wrap gap-2">
        <UButton type="button" size="xl" color="neutral" @click="keepMine">Keep mine, and what they added</UButton>
        <UButton type="button" size="xl" color="neutral" variant="outline" @click="takeTheirs">Start again from theirs</UButton>
      </div>
      <div class="flex gap-2">
        <UButton type="submit" size="xl" color="neutral" :loading="saving">Save the map</UButton>
        <UButton type="button" size="xl" color="neutral" variant="ghost" @click="emit('close')">Leave it as it was</UButton>
      </div>
    </template>
  </SchemaForm>
</template>
