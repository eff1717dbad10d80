<script setup lang="ts">
/** The sign of a state as a part of another drawing, around 0,0. */
defineProps<{ look: StateLook }>()
</script>

<template>
  <path v-if="look === 'leaking'" :d="DROP" fill="currentColor" stroke="var(--sheet)" stroke-width="1.500" />
  <circle v-else-if="look === 'sealed'" r="8" fill="var(--sheet)" stroke="currentColor" stroke-width="6" />
  <circle v-else r="9" fill="var(--sheet)" stroke="currentColor" stroke-width="3.500" stroke-dasharray="5.400 4" />
</template>
