<script setup lang="ts">
import type { TrustLine } from '#shared/restsOn'

/** What is taken on trust, a line each, with who and when and why where that is told. */
const { lines } = defineProps<{ lines: readonly TrustLine[] }>()
</script>

<template>
  <p v-if="lines.length === 0" class="soft mt-1">Nothing is taken on trust.</p>
  <template v-else>
    <p class="mt-2 font-semibold">Taken on trust:</p>
    <ul class="mt-1">
      <li v-for="line in lines" :key="line.key" class="border-t border-(--hair) py-1.5">
        {{ trustSentence(line) }}
        <span v-if="trustSource(line)" class="soft">{{ trustSource(line) }}</span>
      </li>
    </ul>
  </template>
</template>
