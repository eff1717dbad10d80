<script setup lang="ts">
import type { PartView } from '#shared/views'

/** The route of a walk: every part in order with what it showed. */
defineProps<{
  parts: PartView[]
  picked: string | null
  marks: ReadonlyMap<string, string>
  looks: Record<string, StateLook>
  /** what is on its way, by part */
  waits: ReadonlyMap<string, unknown>
}>()
defineEmits<{ pick: [partId: string] }>()
</script>

<template>
  <ol class="sheet h-fit p-2" aria-label="Route">
    <li v-for="(part, i) in parts" :key="part.id">
      <button
        type="button"
        class="flex min-h-11 w-full items-center gap-2.5 rounded-md px-2 text-left"
        :class="part.id === picked ? 'bg-(--bay) font-bold' : 'font-medium'"
        :aria-current="part.id === picked ? 'step' : undefined"
        @click="$emit('pick', part.id)"
      >
        <span class="figure soft w-5 text-right text-sm">{{ i + 1 }}</span>
        <span class="min-w-0 flex-1">{{ part.name }}</span>
        <span v-if="waits.has(part.id)" class="soft text-sm">waits</span>
        <MarkText v-if="marks.get(part.id)" :mark="marks.get(part.id)!" :look="looks[part.id]!" class="text-sm" />
      </button>
    </li>
  </ol>
</template>
