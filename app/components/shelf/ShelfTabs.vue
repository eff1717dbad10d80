<script setup lang="ts">
/** The two sides of the Shelf: what measures, and what is put on. */
const route = useRoute()
const tabs = [
  { to: '/shelf', label: 'Test kit' },
  { to: '/shelf/materials', label: 'Materials' },
]
</script>

<template>
  <nav class="flex gap-2" aria-label="The Shelf">
    <UButton
      v-for="tab in tabs"
      :key="tab.to"
      :to="tab.to"
      color="neutral"
      :variant="route.path === tab.to ? 'solid' : 'outline'"
      class="min-h-11"
      >{{ tab.label }}</UButton
    >
  </nav>
</template>
