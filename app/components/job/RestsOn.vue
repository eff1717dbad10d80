<script setup lang="ts">
import type { RestsOn } from '#shared/restsOn'

/** What a seal rests on: how each part is known, and every thing that is taken on trust. Nothing of it is folded away. */
const { rests } = defineProps<{ rests: RestsOn }>()
</script>

<template>
  <section aria-labelledby="rests-title">
    <h2 id="rests-title" class="mb-1">What it rests on</h2>
    <p>{{ restsOnSentence(rests) }}</p>
    <TrustLines :lines="rests.onTrust" />
  </section>
</template>
