<script setup lang="ts">
import { hissEdges, loudestPart, type Heard } from '#core/hearing/hiss'
import { hissSound } from '#core/standin/hissSound'
import { figureText } from '#shared/writing'
import type { PartView } from '#shared/views'

/**
 * A phone’s microphone held along the parts: how far a hiss stands above the room at each, and which is the loudest. What it finds is a
 * find by ear; silence is evidence of nothing.
 */
const props = defineProps<{
  parts: readonly PartView[]
  picked: string | null
  /** of a simulated tank, whether a part hisses */
  standIn: ((partId: string) => Promise<boolean>) | null
}>()
const emit = defineEmits<{ find: [partId: string, note: string] }>()
interface Most {
  loud: number
  doubt: number
  /** the band in which it was loudest */
  band: number
}
const most = reactive(new Map<string, Most>())
const visited = reactive(new Set<string>())
/** The microphone is on its way for so long after another part is picked, ms. */
const ON_ITS_WAY = 900
let since = 0
watch(
  () => props.picked,
  () => (since = Date.now()),
)
const { on, problem, heard, columns, start, startOn, play, stop } = useListening(take)
function take(now: Heard) {
  const part = props.picked
  if (!part || now.doubt === null || Date.now() - since < ON_ITS_WAY) return
  visited.add(part)
  if (!now.hisses || now.loud <= (most.get(part)?.loud ?? 0)) return
  const band = now.above.indexOf(Math.max(...now.above))
  most.set(part, { loud: now.loud, doubt: now.doubt, band })
}
const sounds = (hisses: boolean) => (rate: number) =>
  hissSound({ rate, length: 3, room: 0.004, voice: 0.2, hissAt: () => (hisses ? 0.03 : 0), seed: 7 })
async function playHere() {
  if (!props.standIn || !props.picked) return
  play(sounds(await props.standIn(props.picked)))
}
async function startStandIn() {
  await startOn(sounds(false))
  // The room is heard first, by itself.
  setTimeout(() => void playHere(), 3500)
}
const onStandIn = ref(false)
watch(
  () => props.picked,
  () => {
    if (on.value && onStandIn.value) void playHere()
  },
)
async function begin(simulated: boolean) {
  most.clear()
  visited.clear()
  onStandIn.value = simulated
  await (simulated ? startStandIn() : start())
}
const name = (id: string) => props.parts.find(part => part.id === id)?.name ?? ''
const ranked = computed(() => [...most].sort(([, a], [, b]) => b.loud - a.loud))
const loudest = computed(() => loudestPart(most))
const silent = computed(() => [...visited].filter(id => !most.has(id)).length)
const kHz = (edge: number) => figureText(edge / 1000, edge % 1000 ? 1 : 0)
const bandText = (band: number) => `${kHz(hissEdges[band]!)} to ${kHz(hissEdges[band + 1]!)} kHz`
const notWords = {
  'listening to the room': 'Listening to the room: hold still',
  'too loud': 'Too loud: the microphone cuts it off, go further away',
  'one tone': 'One tone, not a hiss: a fan, a charger?',
}
function record() {
  const first = loudest.value
  if (!first) return
  const { band, doubt } = most.get(first.partId)!
  const said = [
    `Heard by a phone, ${figureText(first.loud, 0)} dB above the room (± ${figureText(doubt, 1)}), most at ${bandText(band)}`,
    first.clear
      ? `${figureText(first.ahead, 0)} dB more than the next of ${visited.size} parts`
      : `not told from the next of ${visited.size} parts: it may be there`,
  ]
  emit('find', first.partId, `${said.join('; ')}.`)
}
const canvas = useTemplateRef('canvas')
const COLUMNS = 160
const ROW = 10
watch(columns, seen => {
  const context = canvas.value?.getContext('2d')
  const last = seen.at(-1)
  if (!context || !last) return
  context.clearRect(0, 0, COLUMNS, ROW * (hissEdges.length - 1))
  const ink = getComputedStyle(canvas.value!).color
  context.fillStyle = ink
  for (const { at, above } of seen)
    above.forEach((dB, band) => {
      context.globalAlpha = Math.min(1, dB / 15)
      context.fillRect(Math.floor(COLUMNS - 1 - (last.at - at) / 50), ROW * (above.length - 1 - band), 1.5, ROW - 1)
    })
})
</script>

<template>
  <section class="sheet space-y-3" aria-labelledby="listen-title">
    <div class="flex flex-wrap items-center justify-between gap-2">
      <h2 id="listen-title">By the phone’s microphone</h2>
      <div class="flex flex-wrap gap-2">
        <UButton v-if="on" color="neutral" variant="outline" class="min-h-11" @click="stop">Stop listening</UButton>
        <UButton v-else color="neutral" variant="outline" class="min-h-11" icon="i-lucide-mic" @click="begin(false)"
          >Listen along the parts</UButton
        >
        <UButton
          v-if="!on && standIn"
          color="neutral"
          variant="subtle"
          class="min-h-11"
          icon="i-lucide-ear"
          @click="begin(true)"
          >Listen to the stand-in</UButton
        >
      </div>
    </div>
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
    <p v-if="!on && !ranked.length" class="soft">
      It hears what is loud and near, from 2 to 20 kHz, and takes the steady noise of the room off. Most leaks make no sound at
      all: what is silent is not tight, and how loud it is tells no rate.
    </p>
    <template v-if="on">
      <div class="flex flex-wrap items-end gap-4">
        <p class="figure text-5xl leading-none font-semibold" :class="heard?.hisses && 'leaking'" data-testid="hiss-level">
          {{ figureText(heard?.loud ?? 0, 0) }}<small class="soft ml-1 text-xl">dB</small>
        </p>
        <p class="min-h-12 flex-1 basis-40" role="status">
          <b v-if="heard?.not">{{ notWords[heard.not] }}.</b>
          <b v-else-if="heard?.hisses" class="leaking">It hisses here.</b>
          <span v-else class="soft">Nothing above the room.</span>
          <br /><span class="soft">{{ picked ? `At ${lowerFirst(name(picked))}` : 'Pick a part' }}, a hand’s breadth away</span>
        </p>
      </div>
      <figure>
        <canvas
          ref="canvas"
          :width="COLUMNS"
          :height="ROW * (hissEdges.length - 1)"
          class="h-24 w-full rounded-md border border-(--hair) text-(--ink) [image-rendering:pixelated]"
          role="img"
          aria-label="What is above the room over the last seconds, low below, high above"
        />
        <figcaption class="soft flex justify-between text-sm">
          <span>8 s ago</span><span>2 kHz below, 20 kHz above</span><span>now</span>
        </figcaption>
      </figure>
    </template>
    <ol v-if="ranked.length" class="space-y-1" aria-label="Where it hissed">
      <li v-for="[id, { loud, band }] in ranked" :key="id" class="grid grid-cols-[minmax(0,1fr)_4rem] items-center gap-2">
        <span
          ><b class="font-semibold">{{ name(id) }}</b> <span class="soft text-sm">{{ bandText(band) }}</span></span
        >
        <span class="figure text-right font-semibold">{{ figureText(loud, 0) }} dB</span>
      </li>
    </ol>
    <p v-if="silent" class="soft">{{ silent }} of {{ visited.size }} parts were silent, which says nothing of them.</p>
    <UButton v-if="loudest" color="neutral" size="xl" @click="record"
      >{{ loudest.clear ? 'It was heard at' : 'Loudest, but not clearly, at' }} {{ lowerFirst(name(loudest.partId)) }}</UButton
    >
  </section>
</template>
