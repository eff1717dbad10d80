<script setup lang="ts">
import { systemLimit } from '#shared/ledgerParts'
import { jointHolds } from '#shared/leaktest/hold/jointHolds'
import { sealedFor, strictestLimit } from '#shared/leaktest/limitsReached'
import type { JobView } from '#shared/views'

/** Holds of one boundary as one body of evidence, with which holds are in it; what contradicts each other is named. */
const props = defineProps<{ job: JobView; /** only what concerns this hold */ holdId?: string }>()
const { short } = useQuantities()
const joint = computed(() => jointHolds(props.job))
const groups = computed(() =>
  joint.value.groups.filter(({ holds }) => !props.holdId || holds.some(hold => hold.id === props.holdId)),
)
const holdName = (id: string) => {
  const hold = props.job.tests.find(test => test.id === id)
  return hold ? `hold ${hold.number}` : 'another hold'
}
const apart = computed(() => joint.value.apart.filter(each => each.id === props.holdId))
</script>

<template>
  <section v-if="groups.length || apart.length" class="sheet space-y-4" aria-label="Holds together">
    <div v-for="group in groups" :key="group.holds[0]!.id">
      <div class="flex flex-wrap items-baseline justify-between gap-2">
        <h2>{{ jointTitle(group) }}</h2>
        <span class="soft text-sm">
          same boundary, nothing touched between · mL/min at {{ short('pressure', group.holds[0]!.pressure) }}
        </span>
      </div>
      <template v-if="group.joint.estimate">
        <HoldNotch
          :estimate="group.joint.estimate"
          :limit="systemLimit(job)"
          :strictest="strictestLimit(job, group.holds[0]!)"
        />
        <p class="text-lg">
          <b :class="verdictLook(group.joint.estimate.verdict)"
            ><StateSign :look="verdictLook(group.joint.estimate.verdict)" :size="22" />
            {{ measuredWord(group.joint.estimate, sealedFor(job, group.holds[0]!, group.joint.estimate)) }}.</b
          >
          {{ jointRate(group.joint.estimate) }} What stands goes by this.
        </p>
      </template>
      <p v-for="doubt in jointDoubts(group)" :key="doubt" class="unsure font-medium">{{ doubt }}</p>
    </div>
    <p v-for="each in apart" :key="each.id" class="soft">{{ apartSentence(each, holdName) }}</p>
  </section>
</template>
