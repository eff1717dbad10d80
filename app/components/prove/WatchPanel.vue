<script setup lang="ts">
import type { Watching } from '#shared/prove/whatToWatch'

/** What to watch, what nobody tested, and when to come back: as it stands in the record and on the owner's card. */
defineProps<{ watching: Watching; now: number }>()
</script>

<template>
  <section class="sheet space-y-2" aria-labelledby="watch-title">
    <h2 id="watch-title">What to watch</h2>
    <p v-for="line in watching.watch" :key="line">{{ line }}</p>
    <p v-if="!watching.watch.length">Nothing was mended. Smell first, then look with a lamp under the tank after filling up.</p>
    <p v-if="watching.comeBack !== null">
      Come back: <b>{{ dayText(Math.max(watching.comeBack, now)) }}</b>.
    </p>
    <h2 class="pt-1">Not tested</h2>
    <p v-for="line in watching.untested" :key="line">{{ line }}</p>
    <p v-if="!watching.untested.length">Nothing was left out so far.</p>
  </section>
</template>
