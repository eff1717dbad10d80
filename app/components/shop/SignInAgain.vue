<script setup lang="ts">
/** Over the page that is open, so that its form keeps what was typed. */
</script>

<template>
  <UModal
    :open="true"
    :dismissible="false"
    :close="false"
    title="Sign in again"
    description="Your session has ended. The page behind this keeps what you typed and goes on once you are in."
  >
    <template #body><SignInForm /></template>
  </UModal>
</template>
