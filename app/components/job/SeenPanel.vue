<script setup lang="ts">
import { nearestOnPart, spanOfPart } from '#core/circuit/placeOnPart'
import { eyeFindSchema, eyeShows, type EyeFindForm } from '#shared/record/kinds/find'
import { rigFindSchema, rigPieces, type RigFindForm } from '#shared/record/kinds/rigFind'
import { causeOf } from '#core/complaint/causes'
import { shownPhotos } from '#shared/jobPhotos'
import type { JobView } from '#shared/views'
import type { AnyObjectSchema } from 'yup'

/**
 * A leak that somebody sees, without a test: what it looks like and on which part; place, size, photograph and note where they
 * are known. Or that it is the rig's own.
 */
const props = defineProps<{ job: JobView }>()
/** What is known when it opens; null while it is closed. */
const start = defineModel<SeenStart | null>('start', { required: true })
const emit = defineEmits<{ done: [job: JobView, leakId: string | null] }>()
const open = computed({
  get: () => start.value !== null,
  set: value => {
    if (!value) start.value = null
  },
})
const { draft, clear } = useDraft(`seen:${props.job.id}`, () => ({
  on: 'tank' as 'tank' | 'rig',
  seen: null as EyeFindForm['seen'] | null,
  partId: null as string | null,
  x1: 0,
  y1: 0,
  x2: 0,
  y2: 0,
  length: null as number | null,
  note: '',
  leakId: null as string | null,
  photoId: null as string | null,
  cause: null as EyeFindForm['cause'],
  piece: null as RigFindForm['piece'] | null,
  testId: null as string | null,
  insteadOf: null as string | null,
}))
const parts = computed(() => props.job.parts.filter(part => part.removedAt === null))
const part = computed(() => parts.value.find(each => each.id === draft.value.partId) ?? null)
/** Those that the cause can sit on come first, the likeliest foremost. */
const choices = computed(() => {
  const among = start.value?.among ?? []
  return (among.length > 0 ? among : parts.value.map(each => each.id)).filter(id => parts.value.some(each => each.id === id))
})
const names = computed(() => Object.fromEntries(parts.value.map(each => [each.id, each.name])))
const openings = computed(() => parts.value.filter(each => each.opening).map(each => each.id))

watch(
  start,
  from => {
    if (!from) return
    const { among, ...known } = from
    // What was begun and left is kept, unless something else is to be told now.
    if ((known.cause ?? null) !== draft.value.cause) clear()
    Object.assign(draft.value, { cause: null, testId: null, insteadOf: null, ...known })
    if (among?.length === 1) pick(among[0]!)
  },
  { immediate: true },
)
function pick(partId: string | null) {
  draft.value.partId = partId
  const shape = parts.value.find(each => each.id === partId)?.shape
  // Somewhere on the part, until its ends are marked.
  if (shape) Object.assign(draft.value, spanOfPart(shape, 0, 1))
  const open = props.job.leaks.find(
    leak => leak.partId === partId && props.job.finds.some(find => find.leakId === leak.id && !find.struck),
  )
  draft.value.leakId = open?.id ?? null
}
const chosenPart = computed({ get: () => draft.value.partId, set: pick })
const known = computed(() => props.job.leaks.filter(leak => leak.partId === draft.value.partId))
const NEW = 'new'
const whichLeak = computed({
  get: () => draft.value.leakId ?? NEW,
  set: value => {
    draft.value.leakId = value === NEW ? null : value
  },
})
const leakWords = computed(() => ({
  ...Object.fromEntries(known.value.map(leak => [leak.id, `Leak ${leak.number}`])),
  [NEW]: 'Another one',
}))
const tapped = ref(0)
/** One end, then the other; a third tap begins again. */
function place(x: number, y: number) {
  if (!part.value) return
  const end = nearestOnPart(part.value.shape, { x, y })
  const second = tapped.value === 1
  Object.assign(draft.value, second ? { x2: end.x, y2: end.y } : { x1: end.x, y1: end.y, x2: end.x, y2: end.y })
  tapped.value = second ? 2 : 1
}
const photos = computed(() => shownPhotos(props.job))
const entries = useEntryQueue()
const { saving, problem, save } = useSave()
const takePhoto = ([file]: File[]) =>
  save(async () => {
    const id = newId()
    await entries.sendPhoto(props.job.id, file!, id)
    draft.value.photoId = id
  })
const form = useTemplateRef('form')
const schemas: Record<'tank' | 'rig', AnyObjectSchema> = { tank: eyeFindSchema, rig: rigFindSchema }
const schema = computed(() => schemas[draft.value.on])
const state = computed(() => {
  const { on: _, ...all } = draft.value
  return all
})
const submit = () =>
  save(async () => {
    const { on, id, ...all } = draft.value
    const path = on === 'rig' ? 'rig-finds' : 'finds'
    const { piece, testId, insteadOf, ...find } = all
    const body = on === 'rig' ? { id, piece, testId, insteadOf, partId: all.partId, note: all.note } : { id, ...find }
    const words = `A find: ${names.value[all.partId ?? ''] ?? 'the rig'}`
    const job = await entries.send({ jobId: props.job.id, path: `jobs/${props.job.id}/${path}`, body, words })
    if (job === null) {
      clear()
      start.value = null
      return
    }
    const leakId = job.finds.find(each => each.id === id)?.leakId ?? null
    clear()
    start.value = null
    emit('done', job, leakId)
  }, form.value)
const drawn = computed(() => (part.value ? [{ ...draft.value, number: 0, look: 'leaking' as const, label: 'this find' }] : []))
</script>

<template>
  <USlideover
    v-model:open="open"
    :title="draft.cause ? `It was this: ${lowerFirst(causeOf(draft.cause).name)}` : 'Seen by eye'"
    description="What you see, and on which part. It goes on the register at once."
    :ui="{ content: 'max-w-md' }"
  >
    <template #body
      ><NextFrame>
        <SchemaForm ref="form" :schema="schema" :state="state" :problem="problem" class="space-y-4" @submit="submit">
          <TapChoice
            v-if="!draft.cause"
            v-model="draft.on"
            :options="['tank', 'rig']"
            :words="{ tank: 'On the tank', rig: 'On the test rig' }"
            several
            label="Whose leak it is"
          />
          <template v-if="draft.on === 'tank'">
            <UFormField label="It is" name="seen"
              ><TapChoice v-model="draft.seen" :options="eyeShows" several label="What is seen"
            /></UFormField>
            <UFormField :label="draft.cause && choices.length > 1 ? 'On which of these' : 'On'" name="partId"
              ><TapChoice v-model="chosenPart" :options="choices" :words="names" several label="On which part"
            /></UFormField>
            <UFormField v-if="known.length" label="Which leak" name="leakId"
              ><TapChoice
                v-model="whichLeak"
                :options="[...known.map(leak => leak.id), NEW]"
                :words="leakWords"
                several
                label="Which leak"
            /></UFormField>
            <details class="border-t border-(--hair) pt-1">
              <summary class="min-h-11 cursor-pointer py-2.5 font-semibold">Place, size, photograph, note</summary>
              <div class="space-y-4">
                <div v-if="part">
                  <p class="soft text-sm">
                    {{ tapped === 1 ? 'Now its other end.' : 'Tap its two ends; until then it is somewhere on the part.' }}
                  </p>
                  <TankMap :kind="job.tankKind" :parts="[part]" :leaks="drawn" pickable @place="place" @pick="() => {}" />
                </div>
                <UFormField label="Length, if measured" name="length"
                  ><QuantityInput v-model="draft.length" kind="length"
                /></UFormField>
                <div class="flex flex-wrap items-center gap-2">
                  <PhotoButton label="Photograph it" :busy="saving" @taken="takePhoto" />
                  <button
                    v-for="each in photos.slice(-4)"
                    :key="each.id"
                    type="button"
                    class="overflow-hidden rounded-md border-3"
                    :class="draft.photoId === each.id ? 'border-(--ink)' : 'border-transparent'"
                    :aria-pressed="draft.photoId === each.id"
                    :aria-label="`The photograph of ${stampText(each.at)} shows it`"
                    @click="draft.photoId = draft.photoId === each.id ? null : each.id"
                  >
                    <img :src="`/api/photos/${each.id}?small=1`" alt="" class="h-16 w-auto" />
                  </button>
                </div>
                <UFormField label="Note" name="note"><UInput v-model="draft.note" autocomplete="off" /></UFormField>
              </div>
            </details>
          </template>
          <template v-else>
            <p class="soft">
              It is kept, and not counted to the tank. What a test measured meanwhile says nothing of the tank: mend the rig and
              test again.
            </p>
            <UFormField label="What of the rig" name="piece"
              ><TapChoice v-model="draft.piece" :options="rigPieces" several label="What of the rig"
            /></UFormField>
            <UFormField label="At which opening" name="partId" hint="if it closes one"
              ><TapChoice v-model="draft.partId" :options="openings" :words="names" label="At which opening"
            /></UFormField>
            <UFormField label="Note" name="note"><UInput v-model="draft.note" autocomplete="off" /></UFormField>
          </template>
          <template #actions>
            <div class="sticky bottom-0 bg-(--ui-bg) py-2">
              <UButton type="submit" block size="xl" color="neutral" :loading="saving">{{
                draft.on === 'rig' ? 'Record it as the rig’s' : 'Record the leak'
              }}</UButton>
            </div>
          </template>
        </SchemaForm></NextFrame
      >
    </template>
  </USlideover>
</template>
