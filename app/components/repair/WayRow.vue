<script setup lang="ts">
import { listWords } from '#core/words/words'
import { approvalOf, wantsApproval } from '#shared/repair/approvals'
import type { Way } from '#shared/repair/decision'
import type { HeldRecord } from '#core/repair/decide/beta'
import type { JobView } from '#shared/views'

/** A way of mending: how it counts, what it takes, and of ten such jobs how many hold, with the doubt as a bar. */
const props = defineProps<{ way: Way; job: JobView; record: HeldRecord | undefined; now: number }>()
defineEmits<{ begin: []; ask: [] }>()
const session = useSession()
const approval = computed(() => approvalOf(props.job, props.way.method.key))
const wants = computed(() => wantsApproval(props.job, props.way.method.key) && approval.value?.step !== 'granted')
const counts = {
  'lasting': 'lasting',
  'short-lived': 'short-lived',
  'trial': 'a trial: tests at 0, 1, 3 and 7 days',
  'temporary': 'only for now',
}
const days = (value: number) => (value < 0.75 ? '' : value < 1.5 ? 'a day' : `${Math.round(value)} days`)
const takes = computed(() => {
  const { hours, waits } = props.way.option
  const cure = days(props.way.cureDays)
  return listWords([
    waitText(hours[1] * 3600),
    ...(waits[1] >= 1 ? [`${waits[0]} to ${waits[1]} days of waiting`] : []),
    ...(cure ? [`${cure} of cure${props.way.method.counts === 'trial' ? ' and trial' : ''}`] : []),
  ])
})
/** Of ten such jobs; nothing holds for certain. */
const ofTen = (chance: number) => Math.min(9, Math.round(10 * chance))
const share = (value: number) => `${100 * value}%`
const asked = computed(() => {
  const { value } = approval
  if (!value || value.step === 'granted') return value ? `approved: ${value.reference}` : ''
  return value.step === 'asked' ? `approved data asked ${clockText(value.at, props.now)}, waiting` : 'approved data refused'
})
</script>

<template>
  <li class="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-2 py-3 sm:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)_auto]">
    <div class="min-w-0">
      <p class="text-[1.08rem] font-semibold">{{ way.method.doing }}</p>
      <p class="soft">
        {{ counts[way.method.counts] }}<template v-if="way.isDefault"> · <b class="text-(--ink)">the default here</b></template
        ><template v-if="asked"> · {{ asked }}</template>
      </p>
      <p v-for="reason in way.reasons" :key="reason" class="soft text-sm">{{ upperFirst(reason) }}.</p>
    </div>
    <div class="min-w-0">
      <p class="soft mb-1">{{ takes }}</p>
      <div
        class="relative h-2.5 rounded-full bg-(--hair)"
        role="img"
        :aria-label="`Holds in ${ofTen(way.weighed.chance.expected)} of ten such jobs, most likely between ${Math.round(10 * way.weighed.chance.low)} and ${Math.round(10 * way.weighed.chance.high)}`"
      >
        <span
          class="absolute inset-y-0 rounded-full"
          :class="way.isDefault ? 'bg-(--sealed)' : 'bg-(--unsure)'"
          :style="{ left: share(way.weighed.chance.low), right: share(1 - way.weighed.chance.high) }"
        />
        <span
          class="absolute top-1/2 size-4 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-(--ink) bg-(--sheet)"
          :style="{ left: share(way.weighed.chance.expected) }"
        />
      </div>
      <p class="soft mt-1 text-sm">
        holds in <b class="figure text-(--ink)">{{ ofTen(way.weighed.chance.expected) }}</b> of ten such jobs<template
          v-if="record && record.held + record.back > 0"
          >; in this shop {{ record.held }} of {{ record.held + record.back }}</template
        >
      </p>
    </div>
    <div v-if="session.mayWork" class="flex flex-wrap items-start gap-2 sm:flex-col sm:items-stretch">
      <UButton
        color="neutral"
        :variant="way.isDefault ? 'solid' : 'outline'"
        class="min-h-11 justify-center"
        @click="$emit('begin')"
        >Do this</UButton
      >
      <UButton v-if="wants" color="neutral" variant="outline" class="min-h-11 justify-center" @click="$emit('ask')"
        >Approved data</UButton
      >
    </div>
  </li>
</template>
