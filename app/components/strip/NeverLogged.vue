<script setup lang="ts">
import type { Fixing } from '#core/circuit/fixings'

/** What must have come off for the tank to come down, and was never logged. */
defineProps<{ missed: readonly Fixing[]; waits: (key: string) => boolean; mayWork: boolean }>()
defineEmits<{ off: [fixing: Fixing]; absent: [fixing: Fixing] }>()
</script>

<template>
  <section class="sheet border-2 border-(--unsure)" aria-label="Never logged">
    <p class="unsure font-semibold">
      <StateSign look="unsure" :size="16" /> The tank came down, and these were never logged as off. They must have been: look
      for them before it goes up.
    </p>
    <ul class="mt-1">
      <li
        v-for="fixing in missed"
        :key="fixing.key"
        class="flex flex-wrap items-center justify-between gap-x-3 py-1 font-medium"
      >
        {{ fixing.name }}
        <span v-if="mayWork && !waits(fixing.key)" class="flex gap-2">
          <UButton
            color="neutral"
            variant="outline"
            class="min-h-11"
            :aria-label="`${fixing.name} was off`"
            @click="$emit('off', fixing)"
            >It was off</UButton
          >
          <UButton
            color="neutral"
            variant="ghost"
            class="min-h-11"
            :aria-label="`This tank has no ${lowerFirst(fixing.name)}`"
            @click="$emit('absent', fixing)"
            >There is none</UButton
          >
        </span>
      </li>
    </ul>
  </section>
</template>
