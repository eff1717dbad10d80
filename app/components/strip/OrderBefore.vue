<script setup lang="ts">
import type { Fixing } from '#core/circuit/fixings'
import { fixingConditions, whileInThere, type FixingCondition, type Suggestion } from '#core/repair/joint/whileInThere'
import { purchaseStanding } from '#shared/purchases'
import { strippedNow } from '#shared/rebuild'
import { situationOf } from '#shared/situation'
import type { JobView } from '#shared/views'

/** What perishes or breaks while it is off and is cheap to have at hand: each is put on the list of parts to get with a tap. */
const props = defineProps<{ job: JobView; fixings: readonly Fixing[]; now: number }>()
const emit = defineEmits<{ listed: [job: JobView] }>()
const { problem, save } = useSave({ inOrder: true })

const isCondition = (text: string): text is FixingCondition => fixingConditions.some(each => each === text)
/** Names on the list already; what the list itself would refuse is not offered. */
const listed = computed(
  () =>
    new Set(
      props.job.purchases
        .filter(purchase => purchaseStanding(purchase) !== 'returned')
        .map(purchase => purchase.name.toLowerCase()),
    ),
)
const suggestions = computed(() => {
  const { age } = situationOf(props.job, props.now)
  const conditions = new Map<string, FixingCondition>()
  for (const { fixing, condition } of strippedNow(props.job))
    if (fixing && isCondition(condition)) conditions.set(fixing, condition)
  return whileInThere(props.fixings, { age, conditions }).filter(each => !listed.value.has(each.name.toLowerCase()))
})
async function listOne({ name, measure, fixing }: Suggestion) {
  const form = { id: newId(), name, reason: 'while in there', measure, cause: null, fixing }
  emit('listed', await callApi<JobView>(`jobs/${props.job.id}/entries/purchase`, 'POST', form))
}
const list = (suggestion: Suggestion) => save(() => listOne(suggestion))
const listAll = () =>
  save(async () => {
    for (const each of suggestions.value) await listOne(each)
  })
</script>

<template>
  <section v-if="suggestions.length" class="sheet" aria-labelledby="before-title">
    <div class="mb-1 flex flex-wrap items-center justify-between gap-2">
      <h2 id="before-title">Order before it breaks</h2>
      <UButton
        v-if="suggestions.length > 1"
        color="neutral"
        variant="outline"
        icon="i-lucide-list-plus"
        class="min-h-11"
        @click="listAll"
        >List all {{ suggestions.length }}</UButton
      >
    </div>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <FoldedGroup label="What is likely to be needed" :says="suggestions.map(each => each.name).join(', ')">
      <ul class="divide-y divide-(--hair)">
        <li v-for="each in suggestions" :key="each.name + each.fixing" class="flex items-center gap-3 py-1.5">
          <p class="min-w-0 flex-1 leading-snug">
            <b>{{ each.name }}</b> <span class="soft">{{ each.reason }}</span>
          </p>
          <UButton
            color="neutral"
            variant="outline"
            icon="i-lucide-list-plus"
            class="size-11 shrink-0 justify-center"
            :aria-label="`List: ${each.name}`"
            @click="list(each)"
          />
        </li>
      </ul>
    </FoldedGroup>
  </section>
</template>
