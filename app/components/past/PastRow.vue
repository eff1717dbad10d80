<script setup lang="ts">
import { causeOf } from '#core/complaint/causes'
import { repairMethodName } from '#core/repair/method/repairMethods'
import type { PastJob } from '#shared/views'

/** A job as it is found again: when it was here, what it turned out to be, and what was done. */
const props = defineProps<{ job: PastJob; named?: boolean }>()
const when = computed(() => {
  const { openedAt, closedAt, closedReason } = props.job
  if (closedAt === null) return `${dayText(openedAt)}, still in`
  return `${dayText(openedAt)} to ${dayText(closedAt)}${closedReason ? ', left as it was' : ', handed back'}`
})
const was = computed(() =>
  props.job.causes.map(({ cause, part }) => `${causeOf(cause).name}${part ? ` (${lowerFirst(part)})` : ''}`).join(', '),
)
const done = computed(() => [...new Set(props.job.repairs.map(each => repairMethodName(each.method)))].join(', '))
</script>

<template>
  <span class="block min-w-0">
    <span v-if="named" class="block font-bold"
      >{{ job.craft }}, {{ job.tankName
      }}<span v-if="job.registration" class="soft ml-2 font-normal">{{ job.registration }}</span></span
    >
    <span v-else class="block font-bold">{{ upperFirst(job.tankName) }}</span>
    <span class="soft block text-[0.9rem]">{{ when }}</span>
    <span class="block text-[0.95rem]"
      >{{ was || 'Nobody said what it was' }}<template v-if="done">. {{ done }}</template></span
    >
  </span>
</template>
