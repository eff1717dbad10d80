<script setup lang="ts">
/** Begins the watch over what was just wetted: up to three joints in view together are one watch. */
defineProps<{ parts: readonly string[]; again: boolean; busy: boolean }>()
defineEmits<{ wet: [] }>()
const inView = defineModel<number>({ required: true })
const counts = [1, 2, 3] as const
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
    <UButton
      color="neutral"
      :variant="again ? 'outline' : 'solid'"
      size="xl"
      icon="i-lucide-droplets"
      :disabled="busy"
      @click="$emit('wet')"
      >{{ again ? 'Wetted again' : 'Wetted: watch it' }}<span class="key max-sm:hidden">W</span></UButton
    >
    <div role="group" aria-label="In view together" class="flex items-center gap-1.5">
      <span class="soft text-sm">in view</span>
      <UButton
        v-for="count in counts"
        :key="count"
        color="neutral"
        :variant="inView === count ? 'solid' : 'outline'"
        :aria-pressed="inView === count"
        class="size-11 justify-center"
        @click="inView = count"
        >{{ count }}</UButton
      >
    </div>
    <p v-if="parts.length > 1" class="soft basis-full text-sm">{{ parts.join(', ') }}: one watch.</p>
  </div>
</template>
