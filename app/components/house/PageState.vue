<script setup lang="ts">
/** What a page shows while it has nothing: loading, or why it cannot be shown, with a way on. */
defineProps<{ error: ApiError | null }>()
defineEmits<{ retry: [] }>()
</script>

<template>
  <div class="page">
    <div v-if="error" role="alert" class="sheet mx-auto mt-10 max-w-xl p-8">
      <h1 class="mb-2">{{ error.status === 404 ? 'Nothing here' : error.offline ? 'No connection' : 'This did not load' }}</h1>
      <p class="mb-5">{{ error.message }}</p>
      <div class="flex gap-3">
        <UButton v-if="error.status !== 404" color="neutral" size="xl" icon="i-lucide-rotate-cw" @click="$emit('retry')"
          >Try again</UButton
        >
        <UButton to="/" color="neutral" variant="outline" size="xl">To the Bay</UButton>
      </div>
    </div>
    <div v-else aria-busy="true" aria-label="Loading" class="space-y-4">
      <USkeleton class="h-9 w-2/5" /><USkeleton class="h-5 w-3/5" /><USkeleton class="h-56 w-full" /><USkeleton
        class="h-40 w-full"
      />
    </div>
  </div>
</template>
