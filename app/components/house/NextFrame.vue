<script setup lang="ts">
/** Holds back what is large until what stands around it was painted: a tap is answered first, then filled. */
const painted = usePainted()
</script>

<template><slot v-if="painted" /></template>
