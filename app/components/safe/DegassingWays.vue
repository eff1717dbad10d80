<script setup lang="ts">
import { degassingFor } from '#core/fuel/degassing'
import { fuels } from '#core/fuel/fuels'
import type { JobView } from '#shared/views'

/** Ways to get vapour out of this tank, those that suit it first, with what each takes. */
const props = defineProps<{ job: JobView }>()
const { short } = useQuantities()
const choices = computed(() =>
  degassingFor({
    craft: props.job.craft.kind,
    capacity: props.job.capacity,
    fuel: fuels.find(each => each.key === props.job.fuel)!,
  }),
)
</script>

<template>
  <ul class="divide-y divide-(--hair)">
    <li v-for="{ way, unsuited, water, waterMass } in choices" :key="way.key" class="py-2">
      <p v-if="unsuited" class="soft">
        <b>{{ way.name }}</b>: not here. {{ unsuited }}
      </p>
      <p v-else>
        <b>{{ way.name }}</b><template v-if="water">
          ({{ short('volume', water, 2) }}, {{ short('mass', waterMass, 2) }})</template
        >: {{ lowerFirst(way.how) }} <span class="soft">{{ way.mind }}</span>
      </p>
    </li>
  </ul>
</template>
