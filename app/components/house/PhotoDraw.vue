<script setup lang="ts">
import Konva from 'konva'
import type { JobView } from '#shared/views'

/**
 * A photograph large, to draw on: arrow, ring, words. What is drawn is kept as a photograph of its own; the first stays as it
 * was.
 */
const props = defineProps<{ job: JobView; photoId: string }>()
const emit = defineEmits<{ done: [job: JobView]; close: [] }>()
const session = useSession()
const { saving, problem, save } = useSave()
const tools = ['arrow', 'ring', 'words'] as const
const tool = ref<(typeof tools)[number]>('ring')
const words = ref('')
const drawn = ref(0)
const frame = useTemplateRef('frame')
let stage: Konva.Stage | null = null
let layer: Konva.Layer | null = null

const INK = '#d94e22'
watch(frame, host => host && begin(host as HTMLDivElement))
async function begin(host: HTMLDivElement) {
  const picture = new Image()
  picture.src = `/api/photos/${props.photoId}`
  await picture.decode().catch(() => {
    problem.value = 'The photograph cannot be shown. Check the network.'
  })
  if (!picture.naturalWidth) return
  const width = Math.min(host.clientWidth, picture.naturalWidth),
    height = (width * picture.naturalHeight) / picture.naturalWidth
  stage = new Konva.Stage({ container: host, width, height })
  const back = new Konva.Layer({ listening: false })
  back.add(new Konva.Image({ image: picture, width, height }))
  layer = new Konva.Layer()
  stage.add(back, layer)
  let shape: Konva.Arrow | Konva.Ellipse | null = null
  let from = { x: 0, y: 0 }
  stage.on('pointerdown', () => {
    const at = stage!.getPointerPosition()
    if (!at || !layer) return
    from = at
    if (tool.value === 'words') {
      if (!words.value.trim()) return
      layer.add(
        new Konva.Text({
          x: at.x,
          y: at.y,
          text: words.value.trim(),
          fontSize: Math.max(20, width / 28),
          fontStyle: 'bold',
          fontFamily: 'Archivo Variable',
          fill: INK,
          stroke: '#fff',
          strokeWidth: 4,
          fillAfterStrokeEnabled: true,
          draggable: true,
        }),
      )
      drawn.value++
      return
    }
    shape =
      tool.value === 'arrow'
        ? new Konva.Arrow({
            points: [at.x, at.y, at.x, at.y],
            stroke: INK,
            fill: INK,
            strokeWidth: 6,
            pointerLength: 20,
            pointerWidth: 20,
          })
        : new Konva.Ellipse({ x: at.x, y: at.y, radiusX: 1, radiusY: 1, stroke: INK, strokeWidth: 6 })
    layer.add(shape)
  })
  stage.on('pointermove', () => {
    const at = stage!.getPointerPosition()
    if (!at || !shape) return
    if (shape instanceof Konva.Arrow) shape.points([from.x, from.y, at.x, at.y])
    else
      shape.setAttrs({
        x: (from.x + at.x) / 2,
        y: (from.y + at.y) / 2,
        radiusX: Math.abs(at.x - from.x) / 2 + 1,
        radiusY: Math.abs(at.y - from.y) / 2 + 1,
      })
  })
  stage.on('pointerup pointercancel', () => {
    if (shape) drawn.value++
    shape = null
  })
}
onScopeDispose(() => stage?.destroy())
function undo() {
  layer?.getChildren().at(-1)?.destroy()
  drawn.value = Math.max(0, drawn.value - 1)
}
const keep = () =>
  save(async () => {
    const blob = (await stage!.toBlob({ mimeType: 'image/jpeg', quality: 0.85, pixelRatio: 2 })) as Blob
    emit('done', await sendPhoto(props.job.id, blob, newId(), props.photoId))
    emit('close')
  })
</script>

<template>
  <UModal open title="Photograph" :ui="{ content: 'max-w-5xl' }" @update:open="emit('close')">
    <template #body>
      <div v-if="session.mayWork" class="mb-2 flex flex-wrap items-center gap-2">
        <TapChoice v-model="tool" :options="tools" several label="Draw" />
        <UInput
          v-if="tool === 'words'"
          v-model="words"
          placeholder="Words, then tap where"
          aria-label="Words to write"
          class="w-52"
        />
        <UButton color="neutral" variant="ghost" class="min-h-11" :disabled="drawn === 0" @click="undo"
          >Take the last away</UButton
        >
        <UButton color="neutral" class="min-h-11" :loading="saving" :disabled="drawn === 0" @click="keep"
          >Keep the drawing</UButton
        >
      </div>
      <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
      <div ref="frame" class="w-full touch-none overflow-hidden rounded-md" role="img" aria-label="Photograph to draw on" />
    </template>
  </UModal>
</template>
