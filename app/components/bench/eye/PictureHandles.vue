<script setup lang="ts">
import type { Place } from '#shared/schemas/sight'
import type { SightHandle } from '~/composables/sightHandles'

/**
 * A picture with points that a finger puts in place: each can be dragged, or moved by arrow keys; beside the finger a glass shows what
 * lies under it. Places are shares of the picture's width.
 */
const props = defineProps<{ picture: ImageBitmap; handles: readonly SightHandle[]; lines: readonly (readonly Place[])[] }>()
const emit = defineEmits<{ put: [key: string, to: Place]; move: [by: Place] }>()
const canvas = useTemplateRef('canvas')
const glass = useTemplateRef('glass')
const frame = useTemplateRef('frame')
const held = ref<string | null>(null)
const chosen = ref<string | null>(null)
const tall = computed(() => props.picture.height / props.picture.width)
const heldAt = computed(() => props.handles.find(({ key }) => key === (held.value ?? chosen.value)) ?? null)
/** Times that the glass enlarges. */
const ENLARGED = 3
const GLASS = 132

function draw() {
  const { picture } = props
  if (!canvas.value) return
  Object.assign(canvas.value, { width: picture.width, height: picture.height })
  canvas.value.getContext('2d')!.drawImage(picture, 0, 0)
}
function drawGlass() {
  const at = heldAt.value?.at
  const context = glass.value?.getContext('2d')
  if (!at || !context) return
  const { picture } = props
  const across = (GLASS / ENLARGED) * (picture.width / (frame.value?.clientWidth || picture.width))
  context.fillStyle = '#000'
  context.fillRect(0, 0, GLASS, GLASS)
  context.drawImage(
    picture,
    at.x * picture.width - across / 2,
    at.y * picture.width - across / 2,
    across,
    across,
    0,
    0,
    GLASS,
    GLASS,
  )
}
onMounted(draw)
watch(() => props.picture, draw)
watch(heldAt, () => nextTick(drawGlass), { deep: true })

let from: Place | null = null
const placeOf = ({ clientX, clientY }: PointerEvent): Place => {
  const box = frame.value!.getBoundingClientRect()
  return { x: (clientX - box.left) / box.width, y: (clientY - box.top) / box.width }
}
const inside = ({ x, y }: Place): Place => ({ x: Math.min(1, Math.max(0, x)), y: Math.min(tall.value, Math.max(0, y)) })
/** A finger is wide: what is dragged keeps its distance to it. */
let off: Place = { x: 0, y: 0 }
function hold(event: PointerEvent, handle: SightHandle | null) {
  frame.value!.setPointerCapture(event.pointerId)
  const at = placeOf(event)
  from = at
  held.value = handle?.key ?? ''
  chosen.value = handle?.key ?? chosen.value
  if (handle) off = { x: handle.at.x - at.x, y: handle.at.y - at.y }
}
function drag(event: PointerEvent) {
  if (held.value === null || !from) return
  const at = placeOf(event)
  if (held.value === '') emit('move', { x: at.x - from.x, y: at.y - from.y })
  else emit('put', held.value, inside({ x: at.x + off.x, y: at.y + off.y }))
  from = at
}
function drop() {
  held.value = null
  from = null
}
const arrows: Record<string, Place> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
}
function nudge(event: KeyboardEvent, { key, at }: SightHandle) {
  const way = arrows[event.key]
  if (!way) return
  event.preventDefault()
  event.stopPropagation()
  const by = (event.shiftKey ? 10 : 1) / props.picture.width
  chosen.value = key
  emit('put', key, inside({ x: at.x + by * way.x, y: at.y + by * way.y }))
}
</script>

<template>
  <div
    ref="frame"
    class="relative touch-none overflow-hidden rounded-lg bg-black select-none"
    @pointerdown="hold($event, null)"
    @pointermove="drag"
    @pointerup="drop"
    @pointercancel="drop"
  >
    <canvas ref="canvas" class="block w-full" role="img" aria-label="The picture that it is set up in" />
    <svg class="absolute inset-0 h-full w-full" :viewBox="`0 0 1000 ${1000 * tall}`">
      <polyline
        v-for="(line, k) in lines"
        :key="k"
        class="line"
        :points="line.map(({ x, y }) => `${1000 * x},${1000 * y}`).join(' ')"
        vector-effect="non-scaling-stroke"
      />
      <g
        v-for="handle in handles"
        :key="handle.key"
        class="handle"
        :class="[
          handle.key.split(' ').at(-1) === 'mark' || handle.key.includes('mark') ? 'mark' : '',
          heldAt === handle && 'on',
        ]"
        role="button"
        tabindex="0"
        :aria-label="`${handle.says}: drag it, or move it with the arrow keys`"
        :data-handle="handle.key"
        :transform="`translate(${1000 * handle.at.x} ${1000 * handle.at.y})`"
        @pointerdown.stop="hold($event, handle)"
        @keydown="nudge($event, handle)"
        @focus="chosen = handle.key"
      >
        <circle r="44" class="reach" />
        <circle r="13" class="dot" vector-effect="non-scaling-stroke" />
        <path d="M -24 0 H 24 M 0 -24 V 24" class="cross" vector-effect="non-scaling-stroke" />
        <text v-if="handle.key.includes('mark')" x="26" y="-20">{{ Number(handle.key.split(' ').at(-1)) + 1 }}</text>
      </g>
    </svg>
    <div
      v-show="heldAt"
      class="glass pointer-events-none absolute overflow-hidden rounded-full border-2 border-white"
      :class="(heldAt?.at.x ?? 0) < 0.5 ? 'right-2' : 'left-2'"
      :style="{ width: `${GLASS}px`, height: `${GLASS}px` }"
      aria-hidden="true"
    >
      <canvas ref="glass" :width="GLASS" :height="GLASS" class="block" />
    </div>
    <p
      v-if="heldAt"
      class="pointer-events-none absolute bottom-0 left-0 bg-black/75 px-2 py-0.5 text-sm font-semibold text-white"
    >
      {{ upperFirst(heldAt.says) }}
    </p>
  </div>
</template>

<style scoped>
.line {
  fill: none;
  stroke: #ffd24a;
  stroke-width: 2;
  stroke-dasharray: 6 4;
}
.handle {
  cursor: grab;
  outline: none;
}
.reach {
  fill: transparent;
}
.dot {
  fill: rgb(0 0 0 / 35%);
  stroke: #ffd24a;
  stroke-width: 2;
}
.cross {
  fill: none;
  stroke: #fff;
  stroke-width: 1.25;
}
.mark .dot {
  stroke: #6fe0c6;
}
.on .dot,
.handle:focus-visible .dot {
  fill: rgb(255 255 255 / 35%);
  stroke-width: 4;
}
.handle text {
  fill: #fff;
  font-size: 42px;
  font-weight: 700;
  paint-order: stroke;
  stroke: rgb(0 0 0 / 70%);
  stroke-width: 8px;
}
.glass {
  top: 0.5rem;
  box-shadow: 0 2px 12px rgb(0 0 0 / 45%);
}
.glass::before,
.glass::after {
  content: '';
  position: absolute;
  background: #ffd24a;
}
.glass::before {
  left: 50%;
  top: 35%;
  width: 1px;
  height: 30%;
}
.glass::after {
  top: 50%;
  left: 35%;
  height: 1px;
  width: 30%;
}
</style>
