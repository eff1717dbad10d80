<script setup lang="ts">
import { lineCargoes, spaceKinds } from '#core/circuit/circuit'
import type { CircuitEdit } from '#shared/schemas/circuit'

/** A line, a chamber or an open end of the map in a row. */
defineProps<{ number: number; needed: boolean }>()
defineEmits<{ pick: []; take: [] }>()
const space = defineModel<CircuitEdit['spaces'][number]>({ required: true })

const kindWords = { tank: 'tank', line: 'line', chamber: 'chamber', outside: 'open end' }
const kindItems = spaceKinds.map(value => ({ label: kindWords[value], value }))
</script>

<template>
  <li class="flex flex-wrap items-center gap-2 py-2">
    <UInput v-model="space.name" :aria-label="`Name of line ${number}`" class="min-w-40 flex-1" @focus="$emit('pick')" />
    <USelect v-model="space.kind" :items="kindItems" :aria-label="`Kind of ${space.name}`" class="w-36" />
    <USelect
      v-if="space.kind === 'line'"
      :model-value="space.carries ?? 'feed'"
      :items="[...lineCargoes]"
      :aria-label="`What ${space.name} carries`"
      class="w-32"
      @update:model-value="space.carries = $event"
    />
    <TakeOffButton :name="space.name" :disabled="needed" @click="$emit('take')" />
  </li>
</template>
