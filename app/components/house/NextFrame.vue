<script setup lang="ts">
/** Holds back what is large in a panel until the panel itself was painted: a tap is answered first, then filled. */
const painted = ref(false)
// The first is before the paint of this frame, what follows it after.
onMounted(() => requestAnimationFrame(() => setTimeout(() => (painted.value = true))))
</script>

<template><slot v-if="painted" /></template>
