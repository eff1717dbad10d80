<script setup lang="ts">
import { linkStateIn, type Circuit, type Link, type LinkState } from '#core/circuit/circuit'

/**
 * Valves and pinches of a circuit as the map draws them: hollow when open, filled when shut, one-way ones as an arrow against a
 * bar.
 */
const props = defineProps<{
  circuit: Circuit
  /** as they are set */ links: Readonly<Record<string, LinkState>>
  /** map units to a screen pixel */ unit: number
  picked: string | null
  pickable?: boolean
}>()
const emit = defineEmits<{ pick: [linkId: string] }>()
const state = (link: Link) => linkStateIn(link, props.links)
/** A passage is only drawn where it is pinched; every valve always. */
const drawn = computed(() =>
  props.circuit.links.filter(link => link.kind !== 'passage' || state(link) === 'shut' || link.id === props.picked),
)

const placeOf = (id: string, near: { x: number; y: number }) => {
  const path = props.circuit.spaces.find(space => space.id === id)?.path ?? []
  return path
    .filter(at => Math.hypot(at.x - near.x, at.y - near.y) > 6)
    .sort((a, b) => Math.hypot(a.x - near.x, a.y - near.y) - Math.hypot(b.x - near.x, b.y - near.y))[0]
}
/** Which way a check valve points, degrees: towards where it lets through; away from where it comes when that is the tank. */
function turn(link: Link): number {
  const to = placeOf(link.to, link.at),
    from = placeOf(link.from, link.at)
  const toward = to
    ? { x: to.x - link.at.x, y: to.y - link.at.y }
    : from
      ? { x: link.at.x - from.x, y: link.at.y - from.y }
      : { x: 1, y: 0 }
  return Math.round((Math.atan2(toward.y, toward.x) * 180) / Math.PI)
}
const size = computed(() => Math.max(1, props.unit * 0.9))
const words = (link: Link) => `${link.name}, ${link.kind === 'check' ? 'one way' : state(link)}`
</script>

<template>
  <g>
    <g
      v-for="link in drawn"
      :key="link.id"
      :transform="`translate(${link.at.x} ${link.at.y}) scale(${size})`"
      :class="pickable && 'cursor-pointer'"
      :stroke="link.id === picked ? 'var(--time)' : 'var(--ink)'"
      stroke-width="2.500"
      fill="var(--sheet)"
      stroke-linejoin="round"
      @click="pickable && emit('pick', link.id)"
    >
      <title>{{ words(link) }}</title>
      <circle v-if="pickable" r="22" fill="transparent" stroke="none" />
      <path v-if="link.kind === 'check'" d="M-8 -8V8L6 0ZM8 -9V9" :transform="`rotate(${turn(link)})`" />
      <g v-else-if="link.kind === 'solenoid'"
        ><rect
          x="-9"
          y="-9"
          width="18"
          height="18"
          rx="3"
          :fill="state(link) === 'shut' ? 'var(--ink)' : 'var(--sheet)'" /><path d="M0 -9V-16M-5 -16H5"
      /></g>
      <g v-else-if="link.kind === 'tap'"
        ><path d="M-10 -7V7L10 -7V7Z" :fill="state(link) === 'shut' ? 'var(--ink)' : 'var(--sheet)'" /><path d="M0 0V-12"
      /></g>
      <g v-else-if="link.kind === 'passage'" fill="none"
        ><path d="M-9 -9L-2 0L-9 9M9 -9L2 0L9 9" v-if="state(link) === 'shut'" /><circle v-else r="7"
      /></g>
      <g v-else
        ><circle r="9" :fill="state(link) === 'shut' ? 'var(--ink)' : 'var(--sheet)'" /><path
          :d="link.kind === 'float' ? 'M-4 0H4' : 'M-4 -2H4M-4 3H4'"
          :stroke="state(link) === 'shut' ? 'var(--sheet)' : 'currentColor'"
      /></g>
    </g>
  </g>
</template>
