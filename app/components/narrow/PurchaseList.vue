<script setup lang="ts">
import { comesTooLate, purchaseStanding } from '#shared/purchases'
import { purchaseReasons, type PurchaseReason } from '#shared/record/kinds/purchase'
import type { PurchaseStep } from '#shared/record/kinds/purchaseStep'
import type { JobView } from '#shared/views'
import type { PurchaseView } from '#shared/record/kinds/purchase'

/** What to get for this job: why, what must be measured first, where it stands. */
const props = defineProps<{ job: JobView; now: number }>()
const emit = defineEmits<{ done: [job: JobView] }>()
const session = useSession()
const { saving, problem, save } = useSave()
const notes = ref<Record<string, string>>({})
/** Days from order to arrival. */
const lead = ref('')
/** What comes after the promised day, if it is ordered today or was. */
function tooLate(purchase: PurchaseView): string | null {
  const arrives = comesTooLate(props.job, purchase, props.now)
  return arrives === null ? null : `Arrives about ${dayText(arrives)}, after the day promised.`
}
const name = ref(''),
  reason = ref<PurchaseReason>('suspected'),
  measure = ref('')
const order: Record<PurchaseStep, number> = { wanted: 0, measured: 1, ordered: 2, arrived: 3, returned: 4 }
const rows = computed(() =>
  [...props.job.purchases].sort((a, b) => order[purchaseStanding(a)] - order[purchaseStanding(b)] || a.at - b.at),
)
/** The one next step, with what it is called. */
const next = (purchase: PurchaseView): { step: PurchaseStep; label: string } | null => {
  switch (purchaseStanding(purchase)) {
    case 'wanted':
      return purchase.measure ? { step: 'measured', label: 'Measured' } : { step: 'ordered', label: 'Ordered' }
    case 'measured':
      return { step: 'ordered', label: 'Ordered' }
    case 'ordered':
      return { step: 'arrived', label: 'Arrived' }
    case 'arrived':
      return { step: 'returned', label: 'Returned' }
    default:
      return null
  }
}
const step = (purchase: PurchaseView, to: PurchaseStep) =>
  sent('purchase-step', { purchaseId: purchase.id, step: to, note: notes.value[purchase.id] ?? '' }).then(() => {
    if (!problem.value) notes.value = { ...notes.value, [purchase.id]: '' }
  })
/** Sends it; where somebody was first, what they did is shown. */
const sent = (kind: 'purchase-step' | 'purchase-terms', body: object) =>
  save(async () => {
    try {
      emit('done', await callApi<JobView>(`jobs/${props.job.id}/entries/${kind}`, 'POST', { id: newId(), ...body }))
    } catch (error) {
      takeCurrent(error, view => emit('done', view))
      throw error
    }
  })
const edit = (purchase: PurchaseView, said: object) => {
  const was = { reason: purchase.reason, leadDays: purchase.leadDays }
  return sent('purchase-terms', { purchaseId: purchase.id, ...was, ...said, was })
}
const because = (purchase: PurchaseView, reason: string | string[] | null) => edit(purchase, { reason })
const comesIn = (purchase: PurchaseView, text: string) => edit(purchase, { leadDays: text.trim() === '' ? null : Number(text) })
const add = () =>
  save(async () => {
    emit(
      'done',
      await callApi<JobView>(`jobs/${props.job.id}/entries/purchase`, 'POST', {
        id: newId(),
        name: name.value,
        reason: reason.value,
        measure: measure.value,
        leadDays: lead.value.trim() === '' ? null : Number(lead.value),
      }),
    )
    name.value = ''
    measure.value = ''
  })
const wantsNote = (purchase: PurchaseView) => next(purchase)?.step === 'measured'
</script>

<template>
  <section class="sheet" aria-labelledby="purchases-title">
    <h2 id="purchases-title" class="mb-1">Parts to get</h2>
    <p v-if="!rows.length" class="soft">
      Nothing is listed. Check before you order: the obvious part is often bought first and was not it.
    </p>
    <ul class="divide-y divide-(--hair)">
      <li
        v-for="purchase in rows"
        :key="purchase.id"
        class="flex flex-wrap items-center gap-x-4 gap-y-2 py-2.5"
        :class="purchaseStanding(purchase) === 'returned' && 'soft'"
      >
        <div class="min-w-0 flex-1 basis-64">
          <p class="font-semibold">
            {{ purchase.name }} <span class="soft font-normal">· {{ purchaseStanding(purchase) }}</span>
          </p>
          <p v-if="purchase.measure && purchaseStanding(purchase) === 'wanted'" class="time text-sm font-semibold">
            Measure first: {{ purchase.measure }}
          </p>
          <p v-if="tooLate(purchase)" class="time text-sm font-semibold">
            <BellSign class="inline-block align-[-0.25em]" :size="16" /> {{ tooLate(purchase) }}
          </p>
          <p v-for="each in purchase.steps" :key="each.id" class="soft text-sm">
            {{ each.step }}<template v-if="each.note">: {{ each.note }}</template
            >, {{ clockText(each.at, now) }}, {{ each.by }}
          </p>
        </div>
        <template v-if="session.mayWork">
          <USelect
            :model-value="purchase.reason"
            :items="[...purchaseReasons]"
            :aria-label="`Why ${purchase.name}`"
            class="w-40"
            @update:model-value="because(purchase, $event)"
          />
          <div v-if="next(purchase)" class="flex flex-wrap gap-2">
            <UInput
              v-if="job.plan.promised && !purchase.steps.some(step => step.step === 'arrived')"
              :model-value="purchase.leadDays === null ? '' : String(purchase.leadDays)"
              inputmode="numeric"
              placeholder="days"
              :aria-label="`Days until ${purchase.name} comes`"
              class="figure w-20"
              @change="comesIn(purchase, ($event.target as HTMLInputElement).value)"
            />
            <UInput
              v-model="notes[purchase.id]"
              :placeholder="wantsNote(purchase) ? 'What you measured' : 'Note'"
              :aria-label="`Note on ${purchase.name}`"
              class="w-44"
            />
            <UButton
              color="neutral"
              variant="outline"
              class="min-h-11"
              :disabled="saving"
              @click="step(purchase, next(purchase)!.step)"
              >{{ next(purchase)!.label }}</UButton
            >
          </div>
        </template>
        <span v-else class="soft">{{ purchase.reason }}</span>
      </li>
    </ul>
    <details v-if="session.mayWork" class="mt-1">
      <summary class="min-h-11 cursor-pointer py-2 font-semibold">Something else to get</summary>
      <form class="flex flex-wrap items-end gap-2" @submit.prevent="add">
        <UFormField label="What" class="min-w-44 flex-1"><UInput v-model="name" /></UFormField>
        <UFormField label="To measure first" class="min-w-44 flex-1"><UInput v-model="measure" /></UFormField>
        <UFormField label="Days to come" class="w-28"><UInput v-model="lead" inputmode="numeric" class="figure" /></UFormField>
        <TapChoice v-model="reason" :options="purchaseReasons" several label="Why it is wanted" />
        <UButton type="submit" color="neutral" variant="outline" class="min-h-11" :disabled="saving || !name.trim()"
          >Add to the list</UButton
        >
      </form>
    </details>
    <p v-if="problem" role="alert" class="leaking mt-2 font-medium">{{ problem }}</p>
  </section>
</template>
