<script setup lang="ts">
/**
 * A line of the strip list or of the rebuild list, as tall and as wide before it is tapped as after: what is under a finger
 * must not move.
 */
</script>

<template>
  <div class="flex items-center gap-2">
    <div class="min-w-0 flex-1"><slot /></div>
    <div class="flex h-12 w-[7.25rem] shrink-0 items-center justify-end gap-2"><slot name="act" /></div>
  </div>
</template>
