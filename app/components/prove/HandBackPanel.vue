<script setup lang="ts">
import type { HandBackLack } from '#core/ledger/proof/handBack'
import type { JobView } from '#shared/views'

/** Out of the shop: handed back once nothing is wanting, or with a reason as it is. */
const props = defineProps<{ job: JobView; lacks: readonly HandBackLack[]; now: number }>()
const emit = defineEmits<{ done: [view: JobView] }>()
const session = useSession()
const { saving, problem, save } = useSave()
const asking = ref(false)
const reason = ref('')
const lackWords: Record<HandBackLack, string> = {
  'not sealed': 'It is not sealed',
  'steps in use': 'steps in use are to be done',
  'technician': 'who did the work signs',
  'inspector': 'somebody else with authority countersigns',
}
const close = (why: string) =>
  save(async () => {
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/close`, 'POST', { reason: why }))
    asking.value = false
  })
const reopen = () => save(async () => emit('done', await callApi<JobView>(`jobs/${props.job.id}/reopen`, 'POST')))
const needsWhy = ref(false)
const asItIs = () => {
  needsWhy.value = reason.value.trim() === ''
  if (!needsWhy.value) void close(reason.value.trim())
}
</script>

<template>
  <section class="sheet space-y-3" aria-labelledby="back-title">
    <h2 id="back-title">Handing back</h2>
    <template v-if="job.closedAt !== null">
      <p v-if="job.closedReason">Left as it is {{ clockText(job.closedAt, now) }}: {{ job.closedReason }}</p>
      <p v-else class="sealed font-semibold"><StateSign look="sealed" /> Handed back {{ clockText(job.closedAt, now) }}.</p>
      <p class="soft">Whatever is recorded on it, but for a look that stays dry, brings it back to the Bay.</p>
    </template>
    <p v-else-if="lacks.length">Before that: {{ lacks.map(lack => lackWords[lack]).join('; ') }}.</p>
    <p v-else class="text-[1.1rem]">Plugs out, vents open, cap on, bilge or boot aired. Then it goes back.</p>
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
    <UFormField v-if="asking" label="Why it goes as it is" :error="needsWhy ? 'Say why: the record shows it.' : undefined"
      ><UInput v-model="reason" class="w-full" autocomplete="off"
    /></UFormField>
    <div v-if="session.mayWork" class="no-print flex flex-wrap gap-2">
      <UButton v-if="job.closedAt !== null" color="neutral" variant="outline" class="min-h-11" :loading="saving" @click="reopen"
        >Back to the Bay</UButton
      >
      <template v-else-if="asking">
        <UButton color="neutral" class="min-h-11" :loading="saving" @click="asItIs">Let it go as it is</UButton>
        <UButton color="neutral" variant="ghost" class="min-h-11" @click="asking = false">Not now</UButton>
      </template>
      <template v-else>
        <UButton v-if="!lacks.length" color="neutral" size="xl" :loading="saving" @click="close('')">Hand it back</UButton>
        <UButton color="neutral" variant="ghost" class="min-h-11" @click="asking = true">It goes as it is</UButton>
      </template>
    </div>
  </section>
</template>
