<script setup lang="ts">
import type { FrameReading } from '#core/seeing/frames/frames'
import { displayUnits, sightKinds, sightSchema, type InstrumentSight, type SightKind } from '#shared/schemas/sight'
import { guideLines, handlesOf, moved, usualLimb, usualSight, withHandle } from '~/composables/sightHandles'

/** An instrument is set up in one still picture of it, and what it reads there is looked at by whoever stands before it. */
const props = defineProps<{
  picture: ImageBitmap
  kept: InstrumentSight | null
  target: number
  tryOut: (sight: InstrumentSight) => Promise<FrameReading | string>
}>()
const emit = defineEmits<{ done: [sight: InstrumentSight]; again: [] }>()
const { short, unit } = useQuantities()
const tall = computed(() => props.picture.height / props.picture.width)
const sight = ref<InstrumentSight>(
  props.kept ? (JSON.parse(JSON.stringify(props.kept)) as InstrumentSight) : usualSight('dial', tall.value, props.target),
)
const kind = computed({
  get: () => sight.value.kind,
  set: (next: SightKind) => {
    sight.value = usualSight(next, tall.value, props.target)
  },
})
const said = ref<FrameReading | string | null>(null)
const saidBox = useTemplateRef('said-box')
/** On a phone it stands below the fold. */
watch(said, now => {
  if (now) void nextTick(() => saidBox.value?.scrollIntoView({ block: 'center' }))
})
const trying = ref(false)
watch(sight, () => (said.value = null), { deep: true })
const handles = computed(() => handlesOf(sight.value))
const lines = computed(() => guideLines(sight.value))
const limbs = computed(() => (sight.value.kind === 'column' ? sight.value.limbs : []))
const marks = computed(() => (sight.value.kind === 'dial' ? [sight.value.marks] : limbs.value.map(limb => limb.marks)))
const markKind = computed(() => (sight.value.kind === 'dial' ? ('pressure' as const) : ('length' as const)))
const uTube = computed({
  get: () => limbs.value.length === 2,
  set: two => {
    if (sight.value.kind !== 'column') return
    const first = sight.value.limbs[0]!
    sight.value = { ...sight.value, limbs: two ? [first, usualLimb(Math.min(0.9, first.foot.x + 0.2), tall.value)] : [first] }
  },
})
function setMark(list: number, at: number, value: number | null) {
  marks.value[list]![at]!.value = value ?? NaN
}
/** Another mark in the middle between the last two. */
function addMark(list: number) {
  const own = marks.value[list]!
  const [a, b] = [own.at(-2)!, own.at(-1)!]
  own.splice(own.length - 1, 0, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, value: (a.value + b.value) / 2 })
}
const mostMarks = computed(() => (sight.value.kind === 'dial' ? 6 : 3))
async function check() {
  trying.value = true
  try {
    const whole = await sightSchema.validate(JSON.parse(JSON.stringify(sight.value)), { abortEarly: true })
    said.value = await props.tryOut(whole)
  } catch (error) {
    if ((error as Error).name !== 'ValidationError') throw error
    said.value = (error as Error).message
  } finally {
    trying.value = false
  }
}
const reads = computed(() => (said.value && typeof said.value !== 'string' && 'pressure' in said.value ? said.value : null))
const fault = computed(() =>
  typeof said.value === 'string'
    ? said.value
    : said.value && 'leftOut' in said.value
      ? `Nothing is read there: ${leftOutWords[said.value.leftOut]}.`
      : null,
)
</script>

<template>
  <section class="sheet space-y-3" aria-labelledby="set-up-title">
    <div class="flex flex-wrap items-baseline justify-between gap-2">
      <h2 id="set-up-title" class="text-lg text-(--ink)">Show it what to read</h2>
      <UButton color="neutral" variant="link" class="min-h-11 px-0" icon="i-lucide-camera" @click="emit('again')"
        >Another picture</UButton
      >
    </div>
    <TapChoice v-model="kind" :options="sightKinds" :words="sightWords" several label="What is seen" />
    <p class="soft">{{ sightHelp[kind] }}</p>
    <PictureHandles
      :picture="picture"
      :handles="handles"
      :lines="lines"
      @put="(key, to) => (sight = withHandle(sight, key, to))"
      @move="by => (sight = moved(sight, by))"
    />
    <div ref="said-box" aria-live="polite">
      <p v-if="fault" role="alert" class="leaking font-semibold">{{ fault }}</p>
      <div v-if="reads" class="rounded-lg border-2 border-(--time) p-3">
        <p class="text-lg">
          It reads
          <b class="figure" data-testid="first-reading">{{ short('pressure', reads.pressure, 4) }}</b>
          <span class="soft"> ± {{ short('pressure', reads.uncertainty, 2) }}</span
          >.
        </p>
        <p>Is that what you see? Look from straight in front, in {{ unit('pressure') }}.</p>
      </div>
    </div>
    <div class="flex flex-wrap items-center gap-2">
      <UButton
        color="neutral"
        variant="outline"
        class="min-h-11"
        icon="i-lucide-minus"
        @click="sight = moved(sight, { x: 0, y: 0 }, 0.94)"
        >Smaller</UButton
      >
      <UButton
        color="neutral"
        variant="outline"
        class="min-h-11"
        icon="i-lucide-plus"
        @click="sight = moved(sight, { x: 0, y: 0 }, 1.06)"
        >Larger</UButton
      >
      <span class="soft text-sm">Drag beside the points to move all of them.</span>
    </div>
    <USwitch v-if="sight.kind === 'column'" v-model="uTube" label="A U-tube: both limbs are read" />
    <div v-for="(list, k) in marks" :key="k" class="grid gap-x-5 gap-y-3 sm:grid-cols-2">
      <p v-if="marks.length > 1" class="font-semibold sm:col-span-2">
        {{ k === 0 ? 'The limb on the tank' : 'The open limb' }}
      </p>
      <UFormField v-for="(mark, m) in list" :key="m" :label="`Mark ${m + 1} says`">
        <QuantityInput :model-value="mark.value" :kind="markKind" @update:model-value="setMark(k, m, $event)" />
      </UFormField>
      <UButton
        v-if="list.length < mostMarks"
        color="neutral"
        variant="link"
        class="min-h-11 justify-self-start px-0"
        icon="i-lucide-plus"
        @click="addMark(k)"
        >One more mark between</UButton
      >
    </div>
    <div v-if="sight.kind === 'column'" class="grid gap-x-5 sm:grid-cols-2">
      <UFormField label="Density of the liquid"><QuantityInput v-model="sight.density" kind="density" /></UFormField>
    </div>
    <div v-if="sight.kind === 'display'" class="grid grid-cols-2 gap-x-5">
      <UFormField label="Digits in the row"
        ><UInput v-model.number="sight.digits" type="number" min="1" max="8" inputmode="numeric" class="w-full"
      /></UFormField>
      <UFormField label="They are in"><USelect v-model="sight.unit" :items="displayUnits" class="w-full" /></UFormField>
    </div>
  </section>
  <ThumbBar>
    <UButton v-if="reads" color="neutral" size="xl" @click="emit('done', sight)">That is what it shows</UButton>
    <UButton v-else color="neutral" size="xl" :loading="trying" @click="check">Read this picture</UButton>
  </ThumbBar>
</template>
