<script setup lang="ts">
import type { RestsOn } from '#shared/restsOn'

/** What a seal rests on: how each part is known, and every thing that is taken on trust. Nothing of it is folded away. */
const { rests } = defineProps<{ rests: RestsOn }>()
</script>

<template>
  <section aria-labelledby="rests-title">
    <h2 id="rests-title" class="mb-1">What it rests on</h2>
    <p>{{ restsOnSentence(rests) }}</p>
    <p v-if="rests.onTrust.length === 0" class="soft mt-1">Nothing is taken on trust.</p>
    <template v-else>
      <p class="mt-2 font-semibold">Taken on trust:</p>
      <ul class="mt-1">
        <li v-for="line in rests.onTrust" :key="line.key" class="border-t border-(--hair) py-1.5">
          {{ trustSentence(line) }}
          <span v-if="trustSource(line)" class="soft">{{ trustSource(line) }}</span>
        </li>
      </ul>
    </template>
  </section>
</template>
