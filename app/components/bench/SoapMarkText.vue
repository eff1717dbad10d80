<script setup lang="ts">
import type { WatchedMark } from '#core/leaktest/soap/watchedMarks'

defineProps<{ mark: WatchedMark['mark'] }>()
</script>

<template>
  <span class="font-semibold" :class="soapLook(mark)"><StateSign :look="soapLook(mark)" :size="16" /> {{ mark }}</span>
</template>
