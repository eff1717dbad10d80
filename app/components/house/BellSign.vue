<script setup lang="ts">
/** A bell; its colour is that of the text around it. */
defineProps<{ size?: number }>()
</script>

<template>
  <svg :width="size ?? 24" :height="size ?? 24" viewBox="0 0 32 32" aria-hidden="true">
    <path
      d="M16 3c-5.200 0-7.600 4-8 9.600-.3 4.400-1.300 7.600-4 10.400h24c-2.700-2.800-3.700-6-4-10.400C23.600 7 21.200 3 16 3z"
      fill="currentColor"
    />
    <circle cx="16" cy="26.500" r="3" fill="currentColor" />
  </svg>
</template>
