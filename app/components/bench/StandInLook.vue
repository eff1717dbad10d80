<script setup lang="ts">
/** Looks at the simulated tank, and says what it shows. */
defineProps<{ problem: string | null; shown: string | null; look?: StateLook; keyed?: boolean }>()
defineEmits<{ look: [] }>()
</script>

<template>
  <div class="mt-3 flex flex-wrap items-center gap-3">
    <UButton color="neutral" variant="subtle" icon="i-lucide-eye" class="min-h-11" @click="$emit('look')"
      >Look at the stand-in<span v-if="keyed" class="key max-sm:hidden">L</span></UButton
    >
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <p v-else-if="shown" aria-live="polite">
      The simulated tank shows: <b :class="look">{{ shown }}</b>
    </p>
  </div>
</template>
