<script setup lang="ts">
import { lookCountSchema } from '#shared/leaktest/look/lookForm'
import type { LookView } from '#shared/leaktest/look/lookView'
import type { JobView } from '#shared/views'
import { lookMethod } from '#core/leaktest/look/lookMethods'

/** Drops or bubbles of one place, counted to a rate with the doubt of so few. */
const props = defineProps<{ look: LookView; partId: string; name: string }>()
const emit = defineEmits<{ done: [job: JobView] }>()
const entries = useEntryQueue()
const of = computed(() => lookMethod(props.look.method).counts)
const { short } = useQuantities()
const blank = () => ({
  count: null as number | null,
  seconds: 600 as number | null,
  width: 0.003 as number | null,
  depth: 0.1 as number | null,
})
const state = ref(blank())
const whole = computed(() => ({
  id: newId(),
  partId: props.partId,
  ...state.value,
  ...(of.value === 'drops' && { width: null, depth: null }),
}))
const form = useTemplateRef('form')
const { saving, problem, save } = useSave()
const keep = () =>
  save(async () => {
    const job = await entries.send({
      jobId: props.look.jobId,
      path: `tests/${props.look.id}/entries/count`,
      body: whole.value,
      words: `${of.value === 'drops' ? 'Drops' : 'Bubbles'} counted: ${lowerFirst(props.name)}`,
      timed: true,
    })
    if (job) emit('done', job)
    state.value = blank()
  }, form.value)
const counted = computed(() => props.look.counts.filter(each => each.partId === props.partId))
const rate = (each: LookView['counts'][number]) =>
  each.of === 'drops'
    ? `${aDay(each.likely, 2)} a day, ${aDay(each.low, 2)} to ${aDay(each.high, 2)}`
    : `${short('rate', each.likely, 2)}, ${short('rate', each.low, 2)} to ${short('rate', each.high, 2)}`
</script>

<template>
  <SchemaForm
    v-if="of"
    ref="form"
    :schema="lookCountSchema"
    :state="whole"
    :problem="problem"
    class="mt-4 space-y-3"
    @submit="keep"
  >
    <h3 class="font-semibold">{{ of === 'drops' ? 'Drops' : 'Bubbles' }} at the {{ lowerFirst(name) }}</h3>
    <div class="flex flex-wrap items-end gap-3">
      <UFormField label="Counted" name="count"><QuantityInput v-model="state.count" kind="count" class="w-28" /></UFormField>
      <UFormField label="In" name="seconds"><QuantityInput v-model="state.seconds" kind="minutes" class="w-32" /></UFormField>
      <template v-if="of === 'bubbles'">
        <UFormField label="Each so wide" name="width"
          ><QuantityInput v-model="state.width" kind="film" class="w-32"
        /></UFormField>
        <UFormField label="Deep under water" name="depth"
          ><QuantityInput v-model="state.depth" kind="length" class="w-36"
        /></UFormField>
      </template>
      <UButton type="submit" color="neutral" variant="outline" size="xl" :loading="saving">Keep the count</UButton>
    </div>
    <p v-for="each in counted" :key="each.at" role="status">
      <b>{{ each.count }} {{ each.of }} in {{ waitText(each.seconds) }}</b
      >: {{ rate(each) }} (95 %).
    </p>
  </SchemaForm>
</template>
