<script setup lang="ts">
import type { Reach } from '#core/circuit/reach'
import { liveParts, placeName } from '#shared/jobCircuit'
import type { JobView } from '#shared/views'

/** What a set-up reaches, what it does not and because of which valve, and where it escapes. */
const props = defineProps<{ job: JobView; reach: Reach; /** of smoke an open end is no fault */ mayEscape?: boolean }>()
const groups = computed(() => unreachedGroups(props.job, props.reach.unreached))
const all = computed(() => liveParts(props.job).length)
</script>

<template>
  <div class="space-y-1" aria-live="polite">
    <p class="font-semibold">
      Reaches {{ reach.reached.length }} of {{ all }} parts<template v-if="reach.assumedFeed"
        >, fed into the tank itself</template
      >.
    </p>
    <p v-for="end in reach.escapes" :key="end" :class="mayEscape ? 'font-medium' : 'leaking font-semibold'">
      <StateSign v-if="!mayEscape" look="leaking" :size="16" /> {{ mayEscape ? 'It comes out' : 'It escapes' }} at the
      {{ lowerFirst(placeName(job, end)) }}{{ mayEscape ? '.' : ': shut what leads there, or nothing will hold.' }}
    </p>
    <p v-for="group in groups" :key="group.why" class="unsure">
      <StateSign look="unsure" :size="16" /> <b>{{ group.parts.join(', ') }}</b>: says nothing, {{ group.why }}.
    </p>
  </div>
</template>
