<script setup lang="ts">
import type { NuxtError } from '#app'

const props = defineProps<{ error: NuxtError }>()
const lost = computed(() => props.error.statusCode === 404)
</script>

<template>
  <div class="grid min-h-dvh place-content-center justify-items-center gap-4 px-6 text-center">
    <BellSign :size="56" class="soft" />
    <h1>{{ lost ? 'Nothing at this address' : 'This page cannot be shown' }}</h1>
    <p class="soft max-w-md">{{ lost ? 'The link may be old or mistyped.' : error.message }}</p>
    <div class="flex gap-3">
      <UButton color="neutral" size="xl" @click="clearError({ redirect: '/' })">To the Bay</UButton>
    </div>
  </div>
</template>
