<script setup lang="ts">
import { sealedFor } from '#shared/leaktest/limitsReached'
import { holdTimeAt } from '#shared/leaktest/hold/holdClock'
import { isSimulated } from '#shared/jobEntries'
import type { InstrumentSight } from '#shared/schemas/sight'
import type { JobView, KitItemView } from '#shared/views'

/** A phone before a dial: it is set up once, then reads it into the hold, and says what it leaves out. */
const id = String(useRoute().params.id)
const session = useSession()
const { hold, error, readings, live, estimate, running, held, refresh } = useHold(id)
const queue = useEyeQueue()
const { kit, take: takeKit } = useKit()
const job = shallowRef<JobView | null>(null)
tellJobHere(job)
const { short } = useQuantities()
const { saving, problem, save } = useSave()
watch(
  () => hold.value?.jobId,
  async jobId => {
    if (jobId) job.value = await callApi<JobView>(`jobs/${jobId}`)
  },
  { immediate: true },
)
const joined = ref(false)
const still = shallowRef<ImageBitmap | null>(null)
const settingUp = ref(false)
/** K of a thermometer that was read by eye, for the next reading. */
const skin = ref<number | null>(null)
const ends = ref<'camera' | 'stand-in' | null>(null)

/** ms that the server's clock is ahead of this phone's; small differences are the network's. */
let ahead = 0
async function compareClocks() {
  const asked = Date.now()
  const answer = await fetch('/api/health', { cache: 'no-store' }).catch(() => null)
  const told = Date.parse(answer?.headers.get('date') ?? '')
  const off = told + 500 - (asked + Date.now()) / 2
  ahead = Number.isFinite(off) && Math.abs(off) > 2000 ? off : 0
}
const fine = (value: number, per = 1) => Number((value / per).toPrecision(7))
function send(t: number, pressure: number, noise: number, other: { temperature?: number; barometer?: number } = {}) {
  const temperature = other.temperature ?? skin.value
  skin.value = null
  void queue.add(id, {
    t: Math.round(10 * t) / 10,
    pressure_kPa: fine(pressure, 1000),
    pressureNoise_kPa: fine(noise, 1000),
    ...(temperature !== null && temperature !== undefined && { temperature_C: fine(temperature - 273.15) }),
    ...(other.barometer !== undefined && { barometer_hPa: fine(other.barometer, 100) }),
  })
}
const eye = useEye(({ at, pressure, noise }) => {
  const clock = hold.value?.clock
  if (!clock || !running.value) return
  send(holdTimeAt(clock, at + ahead), pressure, noise)
})
const { video } = eye
/** End of the stand-in's scale: well beyond the target, so that its needle is not at its pin. */
const full = computed(() => 1.5 * (hold.value?.setup.testPressure ?? 1))
const standIn = useStandInEye(
  id,
  () => full.value,
  (shown, pressure, noise) => {
    if (running.value && pressure !== null && shown.t > 0) send(shown.t, pressure, noise, shown)
  },
)
const { canvas } = standIn

const gauge = computed<KitItemView | null>(
  () => kit.value?.find(item => item.id === hold.value?.kit.gauge && item.facts.kind === 'gauge') ?? null,
)
const KEPT = `eye ${id}`
const keptSight = (): InstrumentSight | null => {
  const own = sessionStorage.getItem(KEPT)
  return own ? (JSON.parse(own) as InstrumentSight) : (gauge.value?.sight ?? null)
}
const join = () =>
  save(async () => {
    await compareClocks()
    const { key } = await callApi<{ key: string }>(`holds/${id}/phone`, 'POST', { id: newId() })
    queue.join(id, key)
    joined.value = true
  })
async function startCamera() {
  ends.value = 'camera'
  await eye.start()
  if (eye.seeing.value) await join()
}
async function startStandIn() {
  ends.value = 'stand-in'
  await join()
  if (joined.value) standIn.start()
}
async function shoot() {
  eye.rest()
  still.value = await eye.frame()
  settingUp.value = still.value !== null
}
const tryOut = async (sight: InstrumentSight) => eye.setUp(await createImageBitmap(still.value!), sight)
async function begin(sight: InstrumentSight) {
  settingUp.value = false
  sessionStorage.setItem(KEPT, JSON.stringify(sight))
  eye.read()
  if (gauge.value)
    await save(async () => {
      takeKit(await callApi<KitItemView[]>(`kit/${gauge.value!.id}/sight`, 'POST', { sight }))
    })
}
function stop() {
  eye.stop()
  standIn.stop()
  joined.value = false
  ends.value = null
}
const isReading = computed(() => eye.reading.value || standIn.on.value)
const { isSupported: canStayAwake, request, release } = useWakeLock()
watch(isReading, on => void (on ? request('screen') : release()))
/** Going away ends the reading: it is asked before. */
useEventListener(window, 'beforeunload', event => {
  if (isReading.value) event.preventDefault()
})
watch(
  () => queue.ended,
  ended => {
    if (ended) stop()
  },
)
watch(
  () => hold.value?.state,
  state => {
    if (state === 'stopped') stop()
  },
)
const last = computed(() => (standIn.on.value ? standIn.last.value : eye.last.value))
const why = computed(() => {
  if (standIn.on.value) return last.value && 'leftOut' in last.value ? leftOutWords[last.value.leftOut] : null
  return eye.why.value ? leftOutWords[eye.why.value] : null
})
const parts = computed(() => hold.value && job.value && estimate.value && sealedFor(job.value, hold.value, estimate.value))
const look = computed(() => (estimate.value ? verdictLook(estimate.value.verdict) : 'unsure'))
const simulated = computed(() => job.value !== null && isSimulated(job.value))
</script>

<template>
  <PageState v-if="!hold || !job" :error="error" @retry="refresh" />
  <div v-else class="page max-w-3xl space-y-3">
    <header>
      <NuxtLink :to="`/bench/${hold.id}`" class="soft font-semibold hover:underline">← Hold {{ hold.number }}</NuxtLink>
      <h1>The phone reads it</h1>
      <p class="soft">{{ job.craft.name }}, {{ job.tankName }}, {{ short('pressure', hold.setup.testPressure) }}</p>
    </header>
    <p v-if="hold.source !== 'camera'" class="sheet">
      This hold has its readings from elsewhere. Set up one whose readings come from a phone’s camera.
    </p>
    <p v-else-if="hold.state === 'stopped'" class="sheet">
      This hold has ended.
      <NuxtLink :to="`/bench/${hold.id}`" class="font-semibold underline">See what it says</NuxtLink>
    </p>
    <p v-else-if="!session.mayWork" class="sheet">Inspectors read; ask a technician to put a phone before the dial.</p>
    <template v-else>
      <p v-if="queue.ended" role="alert" class="sheet leaking font-semibold">{{ queue.ended }}</p>
      <p v-if="problem ?? eye.problem.value ?? standIn.problem.value" role="alert" class="sheet leaking font-semibold">
        {{ problem ?? eye.problem.value ?? standIn.problem.value }}
      </p>
      <section v-if="!joined" class="sheet space-y-3">
        <p>
          Put the phone on a stand, straight in front of the dial, so that it fills most of the picture. Nothing leaves the
          shop: the pictures stay in this phone, readings alone go into the hold.
        </p>
      </section>
      <ThumbBar v-if="!joined">
        <UButton color="neutral" size="xl" icon="i-lucide-camera" :loading="saving" @click="startCamera"
          >Start the camera</UButton
        >
        <UButton v-if="simulated" color="neutral" variant="outline" size="xl" :loading="saving" @click="startStandIn"
          >Stand-in’s dial</UButton
        >
      </ThumbBar>
      <EyeSetUp
        v-if="settingUp && still"
        :picture="still"
        :kept="keptSight()"
        :target="hold.setup.testPressure"
        :try-out="tryOut"
        @done="begin"
        @again="shoot"
      />
      <section v-show="ends !== null && !settingUp && (joined || eye.seeing.value)" class="sheet space-y-3">
        <EyeFigure v-if="isReading" :last="last" :why="why" />
        <video
          v-show="ends === 'camera'"
          ref="video"
          class="block w-full rounded-lg bg-black"
          :class="isReading && 'max-h-56 object-contain'"
          muted
          playsinline
          aria-label="What the camera sees"
        />
        <canvas
          v-show="ends === 'stand-in'"
          ref="canvas"
          class="mx-auto block w-full max-w-md rounded-lg bg-black"
          role="img"
          aria-label="The dial of the simulated tank"
        />
        <template v-if="isReading">
          <p class="soft">
            {{ readings.length }} readings are in the hold<template v-if="queue.waiting"
              >, {{ queue.waiting }} on their way</template
            ><template v-if="ends === 'camera'"
              >; of {{ eye.frames.read + eye.frames.leftOut }} frames {{ eye.frames.leftOut }} left out</template
            >.
            <template v-if="!hold.clock">The hold has not been started: start it on the Bench.</template>
            <template v-if="!canStayAwake">Keep this screen from going dark: a phone that sleeps reads nothing.</template>
          </p>
          <p v-if="eye.why.value === 'moved' && ends === 'camera'" role="alert" class="time text-lg font-bold">
            The phone moved, or the dial did. Put it back, or set it up anew.
          </p>
        </template>
      </section>
      <ThumbBar v-if="ends !== null && !settingUp && (joined || eye.seeing.value)">
        <UButton v-if="ends === 'camera' && !isReading" color="neutral" size="xl" icon="i-lucide-camera" @click="shoot"
          >It stands well: take the picture</UButton
        >
        <UButton v-if="ends === 'camera' && isReading" color="neutral" variant="outline" size="xl" @click="shoot"
          >Set it up anew</UButton
        >
        <UButton
          v-if="ends === 'stand-in'"
          color="neutral"
          variant="outline"
          size="xl"
          :aria-pressed="standIn.hand.value"
          @click="standIn.hand.value = !standIn.hand.value"
          >{{ standIn.hand.value ? 'Take the hand away' : 'Hold a hand before it' }}</UButton
        >
        <UButton color="neutral" variant="outline" size="xl" @click="stop">{{
          isReading ? 'Stop reading' : 'Leave it'
        }}</UButton>
      </ThumbBar>
      <section v-if="hold.clock" class="sheet">
        <p aria-live="polite" class="text-lg leading-snug">
          <template v-if="estimate"
            ><b :class="look"><StateSign :look="look" :size="22" /> {{ measuredWord(estimate, parts) }}.</b>
            {{ holdAdvice(estimate, hold.setup, parts) }}</template
          >
          <span v-else class="soft">{{ live?.reason ?? 'Nothing can be said yet.' }}</span>
        </p>
        <p class="soft">Held for {{ durationText(held) }}.</p>
        <LazyHoldCurve
          v-if="readings.length > 2"
          :hold="hold"
          :readings="readings"
          :estimate="estimate"
          :ahead="live?.ahead ?? null"
        />
      </section>
      <UFormField
        v-if="isReading && ends === 'camera' && running"
        label="Skin of the tank now, by your own thermometer"
        class="sheet"
        help="Goes with the next reading. A hold without it is in doubt for longer."
      >
        <QuantityInput v-model="skin" kind="temperature" />
      </UFormField>
    </template>
  </div>
</template>
