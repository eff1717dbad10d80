<script setup lang="ts">
import { lastDrawn } from '#shared/jobPhotos'
import type { RefitRow } from '#shared/rebuild'
import type { JobView } from '#shared/views'

/** A thing that came off, as it goes on again: its pictures, what was noted, what it wants, and the tick. */
const props = defineProps<{ job: JobView; row: RefitRow; order: number; now: number; mayWork: boolean }>()
const emit = defineEmits<{ on: [photo: File | null]; strike: []; draw: [photoId: string] }>()

/** Picture of the thing as it is on again, until it is ticked. */
const after = ref<File | null>(null)
function pickAfter(event: Event) {
  after.value = (event.target as HTMLInputElement).files?.[0] ?? after.value
}
const entry = computed(() => props.row.entry)
const details = computed(() => stripDetails(entry.value))
const needs = computed(() => refitNeeds(props.row.fixing))
const pictures = computed(() =>
  [
    { taken: entry.value.photoId, when: 'before', as: 'was' },
    { taken: entry.value.refit?.photoId ?? null, when: 'after', as: 'is' },
  ].flatMap(({ taken, when, as }) => (taken ? [{ id: lastDrawn(props.job, taken), when, as }] : [])),
)
</script>

<template>
  <div class="space-y-2 py-2.5">
    <div v-if="pictures.length" class="flex gap-2">
      <button
        v-for="picture in pictures"
        :key="picture.id"
        type="button"
        class="text-left"
        :aria-label="`${entry.name}, ${picture.when}: large, and draw on it`"
        @click="emit('draw', picture.id)"
      >
        <img
          :src="`/api/photos/${picture.id}?small=1`"
          :alt="`${entry.name} as it ${picture.as}`"
          class="h-28 w-auto rounded-md"
        /><span class="soft text-sm">{{ picture.when }}</span>
      </button>
    </div>
    <StripLine>
      <p class="font-semibold leading-snug">
        <span class="figure soft mr-1.5">{{ order }}</span>{{ entry.name }}{{ ' ' }}<span class="time">{{ entry.mark }}</span>
      </p>
      <p v-if="details" class="text-sm">{{ details }}</p>
      <p v-if="needs" class="soft text-sm">{{ needs }}</p>
      <p v-for="purchase in row.waitsFor" :key="purchase.id" class="time text-sm font-semibold">
        Waits for: {{ purchase.name }}
      </p>
      <p v-if="entry.refit" class="sealed flex min-h-7 items-center gap-1.5 text-sm font-medium">
        <StateSign look="sealed" :size="16" /> on, {{ clockText(entry.refit.at, now) }}, {{ entry.refit.by }}
      </p>
      <StrikeLink v-else-if="mayWork" class="-ml-1.5" @click="emit('strike')" />
      <template v-if="mayWork && !entry.refit" #act>
        <label
          class="grid size-11 shrink-0 cursor-pointer place-items-center rounded-md border border-(--hair)"
          :class="after && 'bg-(--sealed-soft)'"
        >
          <UIcon name="i-lucide-camera" class="size-5" />
          <span class="sr-only">Photograph of {{ entry.name }} as it is on</span>
          <input type="file" accept="image/*" capture="environment" class="sr-only" @change="pickAfter" />
        </label>
        <UButton
          color="neutral"
          class="h-12 shrink-0 px-5"
          :disabled="row.waitsFor.length > 0"
          :aria-label="`${entry.name} is on`"
          @click="emit('on', after)"
          >On</UButton
        >
      </template>
    </StripLine>
  </div>
</template>
