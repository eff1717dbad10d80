<script setup lang="ts">
import type { MapHandle } from '~/composables/mapEdit'

/** The brass points of what is picked: dragged with a finger, or moved with the arrow keys. Drawn inside the map's own picture. */
defineProps<{ handles: readonly MapHandle[] }>()
const emit = defineEmits<{ move: [dx: number, dy: number, bend: number | null] }>()

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
  emit('move', ...by, bend)
}

const frame = useTemplateRef<SVGGElement>('frame')
let dragged: { bend: number | null; x: number; y: number } | null = null
/** The place on the map under a finger. */
function onMap(event: PointerEvent): { x: number; y: number } | null {
  const matrix = frame.value?.ownerSVGElement?.getScreenCTM()
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
  emit('move', dx, dy, dragged.bend)
  dragged = { ...dragged, x: dragged.x + dx, y: dragged.y + dy }
}
function drop() {
  dragged = null
}
</script>

<template>
  <g ref="frame">
    <circle
      v-for="(handle, k) in handles"
      :key="k"
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
</template>
