<script setup lang="ts">
import { partFamilies } from '#core/circuit/boundary'
import type { Link, Space } from '#core/circuit/circuit'
import type { CircuitEdit } from '#shared/schemas/circuit'

/** A part of the map in a row: its name, what it is, and what it is tied to. */
const props = defineProps<{ number: number; spaces: readonly Space[]; links: readonly Link[]; last: boolean }>()
defineEmits<{ pick: []; move: [by: number]; take: [] }>()
const part = defineModel<CircuitEdit['parts'][number]>({ required: true })

const NOTHING = 'nothing' as const
const bearingItems = [
  { label: 'nothing bears on it', value: NOTHING as typeof NOTHING },
  { label: 'a strap', value: 'strap' as const },
  { label: 'a cradle', value: 'cradle' as const },
]
const spaceItems = computed(() => [
  ...props.spaces.filter(space => space.kind !== 'outside').map(space => ({ label: space.name, value: space.id })),
  { label: 'tied to nothing', value: NOTHING },
])
const valveItems = computed(() => [
  ...props.links.filter(link => link.kind !== 'passage').map(link => ({ label: link.name, value: link.id })),
  { label: 'no valve', value: NOTHING },
])
const isValve = computed(() => part.value.link !== null || part.value.family.includes('valve'))
const bearing = computed(() => (part.value.trait === 'strap' || part.value.trait === 'cradle' ? part.value.trait : NOTHING))
</script>

<template>
  <li class="flex flex-wrap items-center gap-2 py-1.5">
    <UInput v-model="part.name" :aria-label="`Name of part ${number}`" class="min-w-40 flex-1" @focus="$emit('pick')" />
    <USelect v-model="part.family" :items="[...partFamilies]" :aria-label="`Kind of ${part.name}`" class="w-32" />
    <USelect
      :model-value="part.space ?? NOTHING"
      :items="spaceItems"
      :aria-label="`What ${part.name} closes`"
      class="w-32"
      @update:model-value="part.space = $event === NOTHING ? null : $event"
    />
    <USelect
      v-if="isValve"
      :model-value="part.link ?? NOTHING"
      :items="valveItems"
      :aria-label="`Valve that ${part.name} is`"
      class="w-40"
      @update:model-value="part.link = $event === NOTHING ? null : $event"
    />
    <USelect
      v-if="part.family === 'wall'"
      :model-value="bearing"
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
        :disabled="number === 1"
        @click="$emit('move', -1)"
      />
      <UButton
        type="button"
        icon="i-lucide-arrow-down"
        color="neutral"
        variant="ghost"
        class="size-11 justify-center"
        :aria-label="`${part.name} later`"
        :disabled="last"
        @click="$emit('move', 1)"
      />
      <TakeOffButton :name="part.name" @click="$emit('take')" />
    </span>
  </li>
</template>
