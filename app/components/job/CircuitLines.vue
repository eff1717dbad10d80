<script setup lang="ts">
import type { Circuit, Space } from '#core/circuit/circuit'

/**
 * Lines, chambers and open ends of a circuit as the map draws them. What a set-up reaches is firm, what it does not is thin and
 * dashed.
 */
const props = defineProps<{ circuit: Circuit; flow: { spaces: ReadonlySet<string> } | null; pickable?: boolean }>()
const emit = defineEmits<{ pickSpace: [spaceId: string] }>()

const lines = computed(() => props.circuit.spaces.filter(space => space.kind === 'line' && space.path.length > 1))
const chambers = computed(() => props.circuit.spaces.filter(space => space.kind === 'chamber' && space.path.length > 0))
const ends = computed(() => props.circuit.spaces.filter(space => space.kind === 'outside' && space.path.length > 0))
const points = (space: Space) => space.path.map(({ x, y }) => `${x},${y}`).join(' ')
const reached = (id: string) => props.flow === null || props.flow.spaces.has(id)
</script>

<template>
  <g>
    <polyline
      v-for="space in lines"
      :key="space.id"
      :points="points(space)"
      fill="none"
      :stroke="reached(space.id) ? 'var(--ink)' : 'var(--tank-line)'"
      :stroke-width="flow && reached(space.id) ? 6 : 4"
      stroke-linejoin="round"
      :stroke-dasharray="reached(space.id) ? undefined : '9 8'"
      :opacity="flow === null ? 0.45 : 1"
      :class="pickable && 'cursor-pointer'"
      @click="pickable && emit('pickSpace', space.id)"
      ><title>{{ space.name }}</title></polyline
    >
    <g
      v-for="space in chambers"
      :key="space.id"
      :class="pickable && 'cursor-pointer'"
      @click="pickable && emit('pickSpace', space.id)"
    >
      <rect
        :x="space.path[0]!.x - 50"
        :y="space.path[0]!.y - 40"
        width="100"
        height="80"
        rx="12"
        fill="var(--tank-fill)"
        :stroke="flow && reached(space.id) ? 'var(--ink)' : 'var(--tank-line)'"
        :stroke-width="flow && reached(space.id) ? 5 : 3"
        :stroke-dasharray="reached(space.id) ? undefined : '9 8'"
      />
    </g>
    <g
      v-for="space in ends"
      :key="space.id"
      :transform="`translate(${space.path[0]!.x} ${space.path[0]!.y})`"
      :stroke="flow?.spaces.has(space.id) ? 'var(--leaking)' : 'var(--tank-line)'"
      stroke-width="4"
      fill="none"
      stroke-linecap="round"
    >
      <title>{{ space.name }}{{ flow?.spaces.has(space.id) ? ': it escapes here' : '' }}</title>
      <path d="M-34 0H-12M0 -16V16M14 -10V10M26 -5V5" />
    </g>
  </g>
</template>
