<script setup lang="ts">
import { nearestOnPart, slideOnPart } from '#core/circuit/placeOnPart'
import type { JobView, PartView } from '#shared/views'
import type { LeakView } from '#shared/record/kinds/leak'
import { findSchema, type FindForm, type FindLook } from '#shared/record/kinds/find'

/**
 * A find between its two hash marks: ends from taps on the map or moved by key, length, note, and whether it is a known leak
 * again.
 */
const props = defineProps<{
  jobId: string
  /** address that takes the find */ path: string
  /** what it can look like */ shows: readonly FindLook[]
  part: PartView
  known: LeakView[]
}>()
const find = defineModel<FindForm>({ required: true })
const emit = defineEmits<{ /** null when it waits for a network */ recorded: [job: JobView | null]; close: [] }>()
const entries = useEntryQueue()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const tapped = ref(0)
const STEP = 20 // map units

/** One end, then the other; a third tap begins again. */
function place(x: number, y: number) {
  const end = nearestOnPart(props.part.shape, { x, y })
  const second = tapped.value === 1
  Object.assign(find.value, second ? { x2: end.x, y2: end.y } : { x1: end.x, y1: end.y, x2: end.x, y2: end.y })
  tapped.value = second ? 2 : 1
}
const slide = (by: number) => {
  Object.assign(find.value, slideOnPart(props.part.shape, find.value, by))
}
defineExpose({ place })

const NEW = 'new'
const leaks = computed(() => [...props.known.map(leak => leak.id), NEW])
const leakWords = computed(() =>
  Object.fromEntries([...props.known.map(leak => [leak.id, `Leak ${leak.number} again`]), [NEW, 'A new one']]),
)
const chosen = computed({
  get: () => find.value.leakId ?? NEW,
  set: value => {
    find.value.leakId = value === NEW ? null : value
  },
})
const record = () =>
  save(
    async () =>
      emit(
        'recorded',
        await entries.send({ jobId: props.jobId, path: props.path, body: find.value, words: `A find: ${props.part.name}` }),
      ),
    form.value,
  )
</script>

<template>
  <SchemaForm ref="form" :schema="findSchema" :state="find" :problem="problem" class="space-y-4" @submit="record">
    <p class="font-medium">
      {{
        tapped === 1 ? 'Now tap its other end on the map.' : 'Tap its two ends on the map, or move the marks with the arrows.'
      }}
    </p>
    <div class="flex gap-2">
      <UButton
        type="button"
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-left"
        class="size-11 justify-center"
        aria-label="Marks back along the part"
        @click="slide(-STEP)"
      />
      <UButton
        type="button"
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-right"
        class="size-11 justify-center"
        aria-label="Marks on along the part"
        @click="slide(STEP)"
      />
    </div>
    <div class="grid gap-4 sm:grid-cols-2">
      <UFormField label="It" name="seen"
        ><TapChoice v-model="find.seen" :options="shows" several label="What it shows"
      /></UFormField>
      <UFormField label="Length" name="length"><QuantityInput v-model="find.length" kind="length" /></UFormField>
    </div>
    <UFormField v-if="known.length" label="Which leak" name="leakId"
      ><TapChoice v-model="chosen" :options="leaks" :words="leakWords" several label="Which leak"
    /></UFormField>
    <UFormField label="Note" name="note"><UInput v-model="find.note" placeholder="Rivets 17 to 19" /></UFormField>
    <template #actions>
      <div class="flex gap-2">
        <UButton type="submit" size="xl" color="neutral" :loading="saving">Record the leak</UButton>
        <UButton type="button" size="xl" color="neutral" variant="ghost" @click="$emit('close')">Back</UButton>
      </div>
    </template>
  </SchemaForm>
</template>
