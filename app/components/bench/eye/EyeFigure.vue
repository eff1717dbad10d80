<script setup lang="ts">
import type { FrameReading } from '#core/seeing/frames/frames'

/** What the last frame shows, to be read from where the tank is; or why it was left out. */
const props = defineProps<{ last: FrameReading | null; why: string | null }>()
const { figure, unit } = useQuantities()
const shown = computed(() => (props.last && 'pressure' in props.last ? props.last : null))
</script>

<template>
  <div>
    <p class="figure text-6xl leading-none font-semibold" :class="why && 'soft'" data-testid="eye-figure">
      {{ shown ? figure('pressure', shown.pressure) : '–'
      }}<small class="soft ml-1 text-2xl font-medium">{{ unit('pressure') }}</small>
    </p>
    <p class="mt-1 min-h-7 text-lg" role="status">
      <b v-if="why" class="time">Left out: {{ why }}.</b>
      <span v-else-if="shown" class="soft">± {{ figure('pressureStep', shown.uncertainty) }} by the picture</span>
      <span v-else class="soft">looking</span>
    </p>
  </div>
</template>
