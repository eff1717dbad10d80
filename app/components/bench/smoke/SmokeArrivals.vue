<script setup lang="ts">
import type { SmokeView } from '#shared/leaktest/smoke/smokeView'

/** The far ends that can be opened to see whether smoke comes out of them, and what came of it so far. */
const props = defineProps<{
  test: SmokeView
  ends: readonly { id: string; name: string }[]
  now: number
  mayWork: boolean
}>()
defineEmits<{ saw: [place: string, came: boolean]; look: [place: string] }>()

function last(place: string) {
  for (const event of [...props.test.events].reverse()) if (event.kind === 'arrival' && event.end === place) return event
  return null
}
const rows = computed(() => props.ends.map(end => ({ ...end, arrival: last(end.id) })))
</script>

<template>
  <section class="sheet" aria-labelledby="arrival-title">
    <h2 id="arrival-title" class="mb-1">Does it arrive?</h2>
    <ul class="divide-y divide-(--hair)">
      <li v-for="place in rows" :key="place.id" class="flex min-h-11 flex-wrap items-center justify-between gap-2 py-1.5">
        <span class="font-medium">
          {{ place.name }}
          <span v-if="place.arrival" class="soft block text-sm">
            {{ place.arrival.seen ? 'it came' : 'nothing came' }}, {{ clockText(place.arrival.at, now) }}
          </span>
        </span>
        <span v-if="mayWork" class="flex gap-1">
          <UButton
            v-if="test.simulated"
            color="neutral"
            variant="subtle"
            icon="i-lucide-eye"
            class="min-h-11"
            :aria-label="`Open the ${place.name} and look`"
            @click="$emit('look', place.id)"
            >Open, look</UButton
          >
          <template v-else>
            <UButton
              color="neutral"
              variant="outline"
              class="min-h-11"
              :aria-label="`Smoke came at the ${place.name}`"
              @click="$emit('saw', place.id, true)"
              >It came</UButton
            >
            <UButton
              color="neutral"
              variant="ghost"
              class="min-h-11"
              :aria-label="`No smoke at the ${place.name}`"
              @click="$emit('saw', place.id, false)"
              >No</UButton
            >
          </template>
        </span>
      </li>
    </ul>
  </section>
</template>
