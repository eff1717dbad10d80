<script setup lang="ts">
import type { HealthView } from '#shared/health'

/** What the program itself wants looked at: its backup, disk, clock or bells. Silent while all is well. */
const { value: health } = useRefreshed(
  () => callApi<HealthView>('health'),
  notice => notice.topics.includes('house'),
)
const told = computed(() => Object.values(health.value?.parts ?? {}).filter(part => part.state !== 'well'))
</script>

<template>
  <section v-if="told.length > 0" class="mb-4 space-y-2" aria-label="To be looked at">
    <p
      v-for="part in told"
      :key="part.sentence"
      class="flex items-start gap-2 rounded-md px-4 py-3 font-medium"
      :class="part.state === 'ill' ? 'bg-(--leaking-soft)' : 'bg-(--unsure-soft)'"
      :role="part.state === 'ill' ? 'alert' : undefined"
    >
      <UIcon name="i-lucide-wrench" class="mt-0.5 size-5 shrink-0" />{{ part.sentence }}
    </p>
  </section>
</template>
