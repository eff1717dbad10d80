<script setup lang="ts">
/** The cross at the end of a row of the map that takes its thing off. */
defineProps<{ name: string; disabled?: boolean }>()
</script>

<template>
  <UButton
    type="button"
    icon="i-lucide-x"
    color="error"
    variant="ghost"
    class="size-11 justify-center"
    :aria-label="`Take ${name} off`"
    :disabled="disabled"
  />
</template>
