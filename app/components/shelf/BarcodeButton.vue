<script setup lang="ts">
/** Reads a code with the camera where the browser can; elsewhere it is typed. */
const emit = defineEmits<{ read: [code: string] }>()
interface Detector {
  detect: (source: HTMLVideoElement) => Promise<{ rawValue: string }[]>
}
const Kind = (globalThis as { BarcodeDetector?: new () => Detector }).BarcodeDetector
const reading = ref(false)
const problem = ref('')
const video = useTemplateRef<HTMLVideoElement>('video')
let stream: MediaStream | null = null
const LOOK_EVERY = 250 // ms
async function start() {
  problem.value = ''
  try {
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
  } catch {
    problem.value = 'The camera was not allowed. Type the code instead.'
    return
  }
  reading.value = true
  await nextTick()
  video.value!.srcObject = stream
  await video.value!.play()
  const detector = new Kind!()
  while (reading.value && video.value) {
    const [found] = await detector.detect(video.value).catch(() => [])
    if (found) {
      emit('read', found.rawValue)
      stop()
      return
    }
    await new Promise(done => setTimeout(done, LOOK_EVERY))
  }
}
function stop() {
  reading.value = false
  for (const track of stream?.getTracks() ?? []) track.stop()
  stream = null
}
onBeforeUnmount(stop)
</script>

<template>
  <div v-if="Kind">
    <UButton
      color="neutral"
      variant="outline"
      icon="i-lucide-scan-barcode"
      class="min-h-11"
      @click="reading ? stop() : start()"
      >{{ reading ? 'Stop' : 'Read the code' }}</UButton
    >
    <video v-if="reading" ref="video" class="mt-2 w-full rounded-lg" muted playsinline />
    <p v-if="problem" role="alert" class="leaking mt-1">{{ problem }}</p>
  </div>
</template>
