<script setup lang="ts">
import type { SoapMark } from '#core/leaktest/soap/soap'

defineProps<{ mark: SoapMark }>()
</script>

<template>
  <span class="font-semibold" :class="soapLook(mark)"><StateSign :look="soapLook(mark)" :size="16" /> {{ mark }}</span>
</template>
