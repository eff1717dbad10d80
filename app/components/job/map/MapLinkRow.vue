<script setup lang="ts">
import { linkKinds, type Space } from '#core/circuit/circuit'
import type { CircuitEdit } from '#shared/schemas/circuit'

/** A valve or a joint of the map in a row: what it is, what it joins, and how it stands by itself. */
const props = defineProps<{ number: number; spaces: readonly Space[] }>()
defineEmits<{ pick: []; take: [] }>()
const link = defineModel<CircuitEdit['links'][number]>({ required: true })

const kindWords = {
  'passage': 'joint',
  'check': 'one-way valve',
  'solenoid': 'switched valve',
  'float': 'rollover valve',
  'fill-limit': 'fill-limit valve',
  'tap': 'hand tap',
}
const kindItems = linkKinds.map(value => ({ label: kindWords[value], value }))
const normallyItems = [
  { label: 'open', value: 'open' as const },
  { label: 'shut', value: 'shut' as const },
]
const endItems = computed(() => props.spaces.map(space => ({ label: space.name, value: space.id })))
</script>

<template>
  <li class="flex flex-wrap items-center gap-2 py-2">
    <UInput v-model="link.name" :aria-label="`Name of valve ${number}`" class="min-w-40 flex-1" @focus="$emit('pick')" />
    <USelect v-model="link.kind" :items="kindItems" :aria-label="`Kind of ${link.name}`" class="w-44" />
    <span class="flex items-center gap-1">
      <USelect v-model="link.from" :items="endItems" :aria-label="`${link.name} from`" class="w-36" />
      <UIcon name="i-lucide-arrow-right" class="soft size-5" />
      <USelect v-model="link.to" :items="endItems" :aria-label="`${link.name} to`" class="w-36" />
    </span>
    <USelect
      v-if="link.kind !== 'passage' && link.kind !== 'check'"
      v-model="link.normally"
      :items="normallyItems"
      :aria-label="`How ${link.name} stands by itself`"
      class="w-24"
    />
    <QuantityInput
      v-if="link.kind === 'check'"
      v-model="link.cracking"
      kind="pressure"
      class="w-28"
      :aria-label="`Cracking pressure of ${link.name}`"
    />
    <UCheckbox v-if="link.kind === 'passage'" v-model="link.pinch" label="can be pinched" size="lg" />
    <TakeOffButton :name="link.name" @click="$emit('take')" />
  </li>
</template>
