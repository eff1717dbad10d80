<script setup lang="ts">
import { balloonGirthSeen, edgeNear, type SeenGirth } from '#core/seeing/girth/balloonGirth'
import type { Picture, Point } from '#core/seeing/picture'
import { STRIP_LENGTH, stripPdf } from '~/report/stripPdf'
import type { Place } from '#shared/schemas/sight'

/** The girth of a balloon from one picture of it with the measuring strip beside it. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ taken: [seen: SeenGirth] }>()
const { video, problem, seeing, start, frame, stop } = useCamera()
const { short } = useQuantities()
const { saving: printing, save } = useSave()
const still = shallowRef<ImageBitmap | null>(null)
const stripLength = ref<number | null>(STRIP_LENGTH)
const distance = ref<number | null>(1)
const points = reactive<Record<'strip left' | 'strip right' | 'side left' | 'side right', Place>>({
  'strip left': { x: 0.3, y: 0.62 },
  'strip right': { x: 0.7, y: 0.62 },
  'side left': { x: 0.3, y: 0.3 },
  'side right': { x: 0.7, y: 0.3 },
})
type Name = keyof typeof points
const says: Record<Name, string> = {
  'strip left': 'the strip’s left end',
  'strip right': 'the strip’s right end',
  'side left': 'the balloon’s left side, where it is widest',
  'side right': 'the balloon’s right side, where it is widest',
}
const handles = computed(() => (Object.keys(points) as Name[]).map(key => ({ key, says: says[key], at: points[key] })))
watch(open, is => {
  if (is) return
  stop()
  still.value = null
})
async function shoot() {
  still.value = await frame()
  if (still.value) stop()
}
function again() {
  still.value = null
  void start()
}
const pixels = computed<Picture | null>(() => {
  if (!still.value) return null
  const { width, height } = still.value
  const context = new OffscreenCanvas(width, height).getContext('2d')!
  context.drawImage(still.value, 0, 0)
  return context.getImageData(0, 0, width, height)
})
/** Two places, each taken to the edge that is near, along the line between them. */
function edges(one: Name, other: Name): { at: readonly [Point, Point]; found: boolean } {
  const px = ({ x, y }: Place) => ({ x: x * pixels.value!.width, y: y * pixels.value!.width })
  const [a, b] = [px(points[one]), px(points[other])]
  const along = { x: b.x - a.x, y: b.y - a.y }
  const [edgeA, edgeB] = [edgeNear(pixels.value!, a, along), edgeNear(pixels.value!, b, along)]
  return { at: [edgeA ?? a, edgeB ?? b], found: edgeA !== null && edgeB !== null }
}
const said = computed<{ seen: SeenGirth | null; why: string | null }>(() => {
  if (!pixels.value) return { seen: null, why: null }
  try {
    const strip = edges('strip left', 'strip right')
    const sides = edges('side left', 'side right')
    const seen = balloonGirthSeen(
      { strip: strip.at, stripLength: stripLength.value ?? NaN, sides: sides.at, distance: distance.value ?? NaN },
      { strip: strip.found, sides: sides.found },
    )
    return { seen, why: null }
  } catch (error) {
    if (error instanceof RangeError) return { seen: null, why: error.message }
    throw error
  }
})
function keep() {
  if (!said.value.seen) return
  emit('taken', said.value.seen)
  open.value = false
}
const print = () =>
  save(async () => {
    window.open(URL.createObjectURL(await stripPdf()), '_blank')
  })
</script>

<template>
  <USlideover
    v-model:open="open"
    title="Its girth from a picture"
    description="With the measuring strip beside it."
    :ui="{ content: 'max-w-xl' }"
  >
    <template #body>
      <div class="space-y-3">
        <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
        <template v-if="!still">
          <p>
            Hang the strip beside the balloon’s middle, as far from the phone as the middle is. Stand about a metre away, level
            with it, and note how far.
          </p>
          <video
            v-show="seeing"
            ref="video"
            class="block w-full rounded-lg bg-black"
            muted
            playsinline
            aria-label="What the camera sees"
          />
          <div class="flex flex-wrap gap-2">
            <UButton v-if="!seeing" color="neutral" size="xl" icon="i-lucide-camera" @click="start">Start the camera</UButton>
            <UButton v-else color="neutral" size="xl" icon="i-lucide-camera" @click="shoot">Take the picture</UButton>
            <UButton color="neutral" variant="outline" size="xl" icon="i-lucide-printer" :loading="printing" @click="print"
              >Print the strip</UButton
            >
          </div>
        </template>
        <template v-else>
          <p class="soft">Put two points on the strip’s ends and two on the balloon’s sides, where it is widest.</p>
          <PictureHandles
            :picture="still"
            :handles="handles"
            :lines="[]"
            @put="(key, to) => (points[key as Name] = to)"
            @move="() => {}"
          />
          <div class="grid grid-cols-2 gap-4">
            <UFormField label="The strip is long"><QuantityInput v-model="stripLength" kind="length" /></UFormField>
            <UFormField label="The phone was away"><QuantityInput v-model="distance" kind="length" /></UFormField>
          </div>
          <p v-if="said.why" role="alert" class="leaking font-semibold">{{ said.why }}</p>
          <p v-else-if="said.seen" class="text-lg" aria-live="polite">
            Round the widest place it is
            <b class="figure" data-testid="seen-girth">{{ short('length', said.seen.girth, 4) }}</b>
            <span class="soft"> ± {{ short('length', said.seen.uncertainty, 2) }}</span
            >. A tape is surer where it can go round.
          </p>
          <div class="flex flex-wrap gap-2">
            <UButton color="neutral" size="xl" :disabled="!said.seen" @click="keep">Take this girth</UButton>
            <UButton color="neutral" variant="outline" size="xl" @click="again">Another picture</UButton>
          </div>
        </template>
      </div>
    </template>
  </USlideover>
</template>
