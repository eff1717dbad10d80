<script setup lang="ts">
import { shownPhotos, subjectOf } from '#shared/jobPhotos'
import type { JobView, PhotoView } from '#shared/views'

/** Photographs of a job: small ones in a row, one large by touch, new ones from the camera. */
const props = defineProps<{ job: JobView; now: number }>()
const emit = defineEmits<{ done: [job: JobView]; strike: [subject: { id: string; name: string }]; leak: [photoId: string] }>()
const session = useSession()
const { saving, problem, save } = useSave()
const photos = computed(() => shownPhotos(props.job))
const named = (photo: PhotoView) =>
  subjectOf(props.job, photo.id) || `Photograph of ${clockText(photo.at, props.now)}, ${photo.by}`
const large = shallowRef<PhotoView | null>(null)
const drawing = shallowRef<string | null>(null)
const isOpen = computed({
  get: () => large.value !== null,
  set: open => {
    if (!open) large.value = null
  },
})
function draw(photo: PhotoView) {
  drawing.value = photo.id
  large.value = null
}
function leakIn(photo: PhotoView) {
  emit('leak', photo.id)
  large.value = null
}
function strike(photo: PhotoView) {
  emit('strike', { id: photo.id, name: 'this photograph' })
  large.value = null
}
const entries = useEntryQueue()
async function take(files: File[]) {
  for (const file of files)
    await save(async () => {
      const job = await entries.sendPhoto(props.job.id, file, newId())
      if (job) emit('done', job)
    })
}
</script>

<template>
  <section class="sheet" aria-labelledby="photos-title">
    <div class="flex flex-wrap items-center justify-between gap-2">
      <h2 id="photos-title">Photographs</h2>
      <PhotoButton v-if="session.mayWork" label="Take one" :busy="saving" several @taken="take" />
    </div>
    <p v-if="problem" role="alert" class="leaking mt-2 font-medium">{{ problem }}</p>
    <p v-if="!photos.length" class="soft">
      None yet. Take one of each wet place before it is wiped; where it was taken is left out of the picture.
    </p>
    <ul v-else class="mt-2 flex flex-wrap gap-2">
      <li v-for="photo in photos" :key="photo.id">
        <button type="button" class="block overflow-hidden rounded-md" :aria-label="named(photo)" @click="large = photo">
          <img
            :src="`/api/photos/${photo.id}?small=1`"
            alt=""
            class="h-24 w-auto"
            :width="photo.width"
            :height="photo.height"
            loading="lazy"
          />
          <span v-if="subjectOf(job, photo.id)" class="block max-w-36 py-0.5 text-left text-sm leading-tight">{{
            subjectOf(job, photo.id)
          }}</span>
        </button>
      </li>
    </ul>
    <UModal
      v-model:open="isOpen"
      :title="large ? `${subjectOf(job, large.id) || 'Photograph'}, ${stampText(large.at)}, ${large.by}` : 'Photograph'"
      :ui="{ content: 'max-w-5xl' }"
    >
      <template #body>
        <img
          v-if="large"
          :src="`/api/photos/${large.id}`"
          :alt="`Photograph of ${stampText(large.at)} by ${large.by}`"
          class="max-h-[75dvh] w-full object-contain"
        />
        <UButton
          v-if="large && session.mayWork"
          color="neutral"
          variant="outline"
          icon="i-lucide-pencil"
          class="mt-2 min-h-11"
          @click="draw(large)"
          >Draw on it</UButton
        >
        <UButton
          v-if="large && session.mayWork"
          color="neutral"
          variant="outline"
          icon="i-lucide-droplet"
          class="mt-2 ml-2 min-h-11"
          @click="leakIn(large)"
          >A leak shows here</UButton
        >
        <UButton
          v-if="large?.drawnOn"
          color="neutral"
          variant="ghost"
          class="mt-2 ml-2 min-h-11"
          @click="large = job.photos.find(photo => photo.id === large!.drawnOn) ?? null"
          >As it was before drawing</UButton
        >
        <StrikeLink v-if="large && session.mayWork" @click="strike(large)" />
      </template>
    </UModal>
    <LazyPhotoDraw v-if="drawing" :job="job" :photo-id="drawing" @done="$emit('done', $event)" @close="drawing = null" />
  </section>
</template>
