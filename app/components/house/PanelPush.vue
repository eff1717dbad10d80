<script setup lang="ts">
import { largestPanel } from '#core/fuel/weighing'
import { familiarWeight, panelForce } from '#core/gas/panelForce'
import { unweighed, weighingNow } from '#shared/safety'
import type { JobView } from '#shared/views'

/** What a pressure does to the largest flat side of a job's tank, in terms that anybody knows. */
const props = defineProps<{ job: JobView; /** Pa gauge */ pressure: number | null }>()
const { short } = useQuantities()
const push = computed(() =>
  props.pressure ? panelForce(props.pressure, largestPanel(unweighed(props.job), weighingNow(props.job))) : null,
)
</script>

<template>
  <span v-if="push"
    >{{ short('pressure', pressure!) }} on its largest side is about {{ short('mass', push.mass, 2) }}, like
    {{ familiarWeight(push.mass) }} leaning on it.</span
  >
</template>
