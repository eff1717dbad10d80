<script setup lang="ts">
import { tankKind } from '#core/circuit/tankKinds'
import type { Circuit, LinkState } from '#core/circuit/circuit'
import type { PartView } from '#shared/views'
import type { MapLeak } from '~/composables/words/mapLeaks'

/** The tank's outline with its parts and, between two hash marks each, its leaks. */
const props = defineProps<{
  kind: string
  parts?: PartView[]
  /** lines, valves and chambers beside the tank */
  circuit?: Circuit
  /** what a set-up reaches: spaces, parts, and how links are set; what it does not reach is drawn thin and dashed */
  flow?: { spaces: ReadonlySet<string>; parts: ReadonlySet<string>; links: Readonly<Record<string, LinkState>> } | null
  pickedLink?: string | null
  leaks?: MapLeak[]
  picked?: string | null
  /** colours parts by what stands */
  looks?: Record<string, StateLook>
  /** a part can be picked, and a place on the map */
  pickable?: boolean
  bare?: boolean
}>()
const emit = defineEmits<{
  pick: [partId: string]
  pickLink: [linkId: string]
  pickSpace: [spaceId: string]
  place: [x: number, y: number]
}>()

const frame = ref<SVGSVGElement>()
const width = useWidth(frame)
const tank = computed(() => tankKind(props.kind))
/** Map units to a screen pixel. */
const unit = computed(() => 1000 / Math.max(160, width.value || 800))
const text = computed(() => Math.max(13 * unit.value, 13))
const roomy = computed(() => width.value >= 500)
const middle = (part: PartView) =>
  part.shape.at === 'point' ? part.shape : { x: (part.shape.x1 + part.shape.x2) / 2, y: (part.shape.y1 + part.shape.y2) / 2 }

/** Hash marks across the ends of a leak, and where its sign stands beside it. */
const drawn = computed(() =>
  (props.leaks ?? []).map(leak => {
    const length = Math.hypot(leak.x2 - leak.x1, leak.y2 - leak.y1) || 1
    const ax = (leak.x2 - leak.x1) / length,
      ay = (leak.y2 - leak.y1) / length
    const half = Math.max(length / 2, 14 * Math.max(1, unit.value / 1.4))
    const cx = (leak.x1 + leak.x2) / 2,
      cy = (leak.y1 + leak.y2) / 2
    const a = { x: cx - ax * half, y: cy - ay * half },
      b = { x: cx + ax * half, y: cy + ay * half }
    const tick = 9 * Math.max(1, unit.value)
    const across = (p: { x: number; y: number }) =>
      `M${p.x - ay * tick} ${p.y + ax * tick}L${p.x + ay * tick} ${p.y - ax * tick}`
    const inward = cy < 200 ? 1 : -1
    const far = 34 * Math.max(1, unit.value * 0.9)
    const beside = Math.abs(ax) < 0.5
    const sign = beside ? { x: cx + far * (cx < 860 ? 1 : -1), y: cy } : { x: cx, y: cy + far * inward }
    const left = sign.x > 640
    return {
      ...leak,
      marks: `M${a.x} ${a.y}L${b.x} ${b.y}${across(a)}${across(b)}`,
      sign,
      textX: sign.x + (left ? -16 : 16) * Math.max(1, unit.value),
      anchor: left ? 'end' : 'start',
      cx,
      cy,
    }
  }),
)

interface Box {
  left: number
  right: number
  top: number
  bottom: number
}
const meet = (a: Box, b: Box) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
/** Room that a line of text takes, from where it stands; letters of this face are about half as wide as high. */
const textBox = (words: string, x: number, y: number, anchor: string): Box => {
  const width = words.length * text.value * 0.54
  const left = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2
  return { left, right: left + width, top: y - text.value, bottom: y + text.value * 0.3 }
}

/**
 * Names of points stand above or below them, as near as there is room; one without room is left to the lists, unless it is
 * picked.
 */
const names = computed(() => {
  const parts = props.parts ?? []
  const picked = parts.find(part => part.id === props.picked)
  const taken: Box[] = roomy.value
    ? drawn.value.map(leak => textBox(`${leak.label}  `, leak.textX, leak.sign.y + text.value * 0.35, leak.anchor))
    : []
  const wanted = [
    ...(picked ? [picked] : []),
    ...(roomy.value ? parts.filter(part => part.shape.at === 'point' && part !== picked) : []),
  ]
  return wanted.flatMap(part => {
    const { x, y } = middle(part)
    const anchor = x < 120 ? 'start' : x > 880 ? 'end' : 'middle'
    const row = text.value * 1.35
    const up = [0, 1, 2].map(level => y - 18 - level * row),
      down = [0, 1].map(level => y + 18 + text.value * 0.75 + level * row)
    const places = (y < 200 ? [...up, ...down] : [...down, ...up]).map(at => ({ at, box: textBox(part.name, x, at, anchor) }))
    const free = places.find(({ box }) => !taken.some(other => meet(box, other))) ?? (part === picked ? places[0]! : null)
    if (!free) return []
    taken.push(free.box)
    return [{ id: part.id, name: part.name, x, at: free.at, anchor }]
  })
})

/** A bare map shows the tank itself in the middle, with its leaks, however far its lines would reach. */
const bareBox = ref('20 20 960 320')
const outline = ref<SVGPathElement>()
watch(
  [outline, () => props.kind, () => props.leaks],
  () => {
    if (!props.bare || !outline.value) return
    const { x, y, width: wide, height: high } = outline.value.getBBox()
    const xs = [x, x + wide, ...drawn.value.map(leak => leak.cx)],
      ys = [y, y + high, ...drawn.value.map(leak => leak.cy)]
    const left = Math.min(...xs),
      right = Math.max(...xs),
      top = Math.min(...ys),
      bottom = Math.max(...ys)
    const w = Math.max(right - left + 40, (bottom - top + 40) * 3),
      h = w / 3
    bareBox.value = `${(left + right - w) / 2} ${(top + bottom - h) / 2} ${w} ${h}`
  },
  { flush: 'post' },
)

/** As high as the tank and its names need. */
const box = computed(() => {
  if (props.bare) return bareBox.value
  const drawnAt = (props.circuit?.spaces ?? []).flatMap(space => space.path.map(at => at.y))
  const top = Math.min(28, ...drawnAt.map(y => y - 10), ...names.value.map(name => name.at - text.value * 1.2))
  const bottom = Math.max(336, ...drawnAt.map(y => y + 10), ...names.value.map(name => name.at + text.value * 0.5))
  return `0 ${top} 1000 ${bottom - top}`
})

function place(event: MouseEvent) {
  if (!props.pickable || !frame.value) return
  const matrix = frame.value.getScreenCTM()
  if (!matrix) return
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  emit('place', Math.min(1000, Math.max(0, at.x)), Math.min(360, Math.max(0, at.y)))
}
/** Tanks that a set-up reaches are drawn with a firm line. */
const tankReached = computed(
  () => props.flow && (props.circuit?.spaces ?? []).some(space => space.kind === 'tank' && props.flow!.spaces.has(space.id)),
)
/** A valve that is a part of the boundary is picked as that part too. */
function pickValve(linkId: string) {
  emit('pickLink', linkId)
  const body = props.parts?.find(part => part.link === linkId)
  if (body) emit('pick', body.id)
}
const colour = (partId: string) => (props.looks?.[partId] ? `var(--${props.looks[partId]})` : 'var(--tank-line)')
/** By keys the parts are gone through in route order. */
function goOn(event: KeyboardEvent) {
  const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key]
  const parts = props.parts ?? []
  if (step === undefined || event.target !== event.currentTarget || parts.length === 0) return
  event.preventDefault()
  event.stopPropagation()
  const at = parts.findIndex(part => part.id === props.picked)
  emit('pick', parts[at < 0 ? 0 : (at + step + parts.length) % parts.length]!.id)
}
</script>

<template>
  <svg
    ref="frame"
    :viewBox="box"
    class="block h-auto w-full overflow-visible select-none"
    :role="pickable ? 'group' : 'img'"
    :tabindex="pickable ? 0 : undefined"
    :aria-label="`Map of the ${tank.name.toLowerCase()}${pickable ? ': the arrow keys go from part to part' : ''}`"
    @click="place"
    @keydown="pickable && goOn($event)"
  >
    <path
      ref="outline"
      :d="tank.outline"
      fill="var(--tank-fill)"
      stroke="var(--tank-line)"
      :stroke-width="bare ? Math.max(9, 1600 / Math.max(40, width)) : tankReached ? 5 : 3"
      :stroke-dasharray="flow && !tankReached ? '10 8' : undefined"
      stroke-linejoin="round"
    />
    <path v-if="!bare" :d="tank.detail" fill="none" stroke="var(--tank-line)" stroke-width="1.500" opacity="0.5" />
    <CircuitLines
      v-if="circuit && !bare"
      :circuit="circuit"
      :flow="flow ?? null"
      :pickable="pickable"
      @pick-space="emit('pickSpace', $event)"
    />
    <g
      v-for="part in bare ? [] : parts"
      :key="part.id"
      :class="pickable && 'cursor-pointer'"
      :opacity="flow && !flow.parts.has(part.id) && part.id !== picked ? 0.45 : undefined"
      @click="pickable && emit('pick', part.id)"
    >
      <template v-if="part.shape.at === 'line'">
        <line
          v-if="pickable"
          :x1="part.shape.x1"
          :y1="part.shape.y1"
          :x2="part.shape.x2"
          :y2="part.shape.y2"
          stroke="transparent"
          :stroke-width="28 * unit"
        />
        <line
          :x1="part.shape.x1"
          :y1="part.shape.y1"
          :x2="part.shape.x2"
          :y2="part.shape.y2"
          :stroke="part.id === picked ? 'var(--time)' : colour(part.id)"
          :stroke-width="part.id === picked ? 9 : 4"
          :stroke-dasharray="
            part.family === 'rivets' ? '1 15' : part.id !== picked && looks?.[part.id] === 'unsure' ? '10 8' : undefined
          "
          stroke-linecap="round"
        />
      </template>
      <template v-else>
        <circle v-if="pickable" :cx="part.shape.x" :cy="part.shape.y" :r="24 * unit" fill="transparent" />
        <circle
          :cx="part.shape.x"
          :cy="part.shape.y"
          :r="part.link && circuit ? 19 : 12"
          :fill="part.id === picked ? 'var(--time)' : 'var(--sheet)'"
          :stroke="part.id === picked ? 'var(--time)' : colour(part.id)"
          stroke-width="3.500"
          :stroke-dasharray="looks?.[part.id] === 'unsure' ? '6 5' : undefined"
        />
      </template>
    </g>
    <CircuitValves
      v-if="circuit && !bare"
      :circuit="circuit"
      :links="flow?.links ?? {}"
      :unit="unit"
      :picked="pickedLink ?? null"
      :pickable="pickable"
      @pick="pickValve"
    />
    <text
      v-for="name in bare ? [] : names"
      :key="name.id"
      :x="name.x"
      :y="name.at"
      :text-anchor="name.anchor"
      :font-size="text"
      :font-weight="name.id === picked ? 700 : 500"
      fill="var(--ink-soft)"
      class="halo"
    >
      {{ name.name }}
    </text>
    <g v-for="leak in drawn" :key="leak.id" :style="{ color: `var(--${leak.look})` }">
      <template v-if="bare">
        <g :transform="`translate(${leak.cx} ${leak.cy}) scale(${unit * 0.85})`"><LeakSign :look="leak.look" /></g>
      </template>
      <template v-else>
        <path
          :d="leak.marks"
          stroke="currentColor"
          :stroke-width="3.5 * Math.max(1, unit * 0.7)"
          fill="none"
          stroke-linecap="round"
        />
        <g :transform="`translate(${leak.sign.x} ${leak.sign.y}) scale(${Math.max(1, unit)})`">
          <LeakSign :look="leak.look" />
        </g>
        <text
          :x="leak.textX"
          :y="leak.sign.y + text * 0.35"
          :text-anchor="leak.anchor"
          :font-size="text * 1.05"
          font-weight="700"
          fill="currentColor"
          class="halo"
        >
          {{ roomy ? leak.label : leak.number }}
        </text>
      </template>
    </g>
    <slot />
  </svg>
</template>

<style scoped>
.halo {
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 5px;
  stroke-linejoin: round;
}
</style>
