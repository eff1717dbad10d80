<script setup lang="ts">
/** Sealed: a closed ring. Leaking: a drop. Cannot tell: a dashed ring. */
defineProps<{ look: StateLook; size?: number }>()
</script>

<template>
  <svg
    :class="look"
    :width="size ?? 20"
    :height="size ?? 20"
    viewBox="-14 -14 28 28"
    class="inline-block shrink-0 align-[-0.2em]"
    aria-hidden="true"
  >
    <path v-if="look === 'leaking'" :d="DROP" fill="currentColor" />
    <circle v-else-if="look === 'sealed'" r="8" fill="none" stroke="currentColor" stroke-width="6" />
    <circle v-else r="9" fill="none" stroke="currentColor" stroke-width="3.500" stroke-dasharray="5.400 4" />
  </svg>
</template>
