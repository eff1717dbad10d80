<script setup lang="ts">
/** What a part showed, with the sign of what that means. */
defineProps<{ mark: string; look: StateLook }>()
</script>

<template>
  <span class="font-semibold" :class="look"><StateSign :look="look" :size="16" /> {{ mark }}</span>
</template>
