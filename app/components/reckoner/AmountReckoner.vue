<script setup lang="ts">
import { beadVolume, clothArea, filletSection, foamFor, rodsFor } from '#core/repair/amount/bead'
import { kitsFor, linerVolume, USUAL_WASTE } from '#core/repair/amount/liner'
import { volumeOnShelf } from '#shared/repair/onShelf'
import { baffleArea, boxArea, boxOf } from '#core/repair/amount/tankArea'

/** How much a liner, a bead, a weld, cloth or foam takes, and which kits of a size. */
const props = defineProps<{ capacity?: number }>()
const { short } = useQuantities()
const things = ['liner', 'bead', 'rods', 'cloth', 'foam'] as const
const words = { liner: 'Liner', bead: 'Bead', rods: 'Weld rods', cloth: 'Cloth', foam: 'Foam' }
const state = useLocalStorage(ownKey('reckoner:amount'), {
  of: 'liner' as (typeof things)[number],
  capacity: (props.capacity ?? 0.034) as number | null,
  length: null as number | null,
  width: null as number | null,
  height: null as number | null,
  baffles: 0 as number | null,
  film: 0.25e-3 as number | null,
  waste: USUAL_WASTE as number | null,
  small: 125e-6 as number | null,
  large: 500e-6 as number | null,
  run: 0.09 as number | null,
  leg: 0.006 as number | null,
  past: 0.02 as number | null,
  valley: 20e-6 as number | null,
  rod: 0.004 as number | null,
  rodLength: 0.2 as number | null,
  lap: 0.015 as number | null,
  well: 0.002 as number | null,
})
if (props.capacity) state.value.capacity = props.capacity
const isAbove = (value: number | null): value is number => value !== null && Number.isFinite(value) && value > 0
const box = computed(() => {
  const { length, width, height, capacity } = state.value
  if (isAbove(length) && isAbove(width) && isAbove(height)) return { length, width, height }
  return isAbove(capacity) ? boxOf(capacity) : null
})
const area = computed(() =>
  box.value ? boxArea(box.value) + baffleArea(box.value, Math.max(0, state.value.baffles ?? 0)) : null,
)
const liner = computed(() =>
  area.value !== null && isAbove(state.value.film) && state.value.waste !== null && state.value.waste >= 0
    ? linerVolume(area.value, state.value.film, state.value.waste)
    : null,
)
const kits = computed(() => {
  if (liner.value === null) return null
  const sizes = [
    { name: 'large', volume: state.value.large ?? 0, inStock: Infinity },
    { name: 'small', volume: state.value.small ?? 0, inStock: Infinity },
  ].filter(each => each.volume > 0)
  return kitsFor(liner.value, sizes)
})
const { materials } = useMaterials()
const now = useClock()
/** What the Shelf has of a liner, against what is needed. */
const stock = computed(() => {
  if (liner.value === null || !materials.value) return null
  const { volume, tins } = volumeOnShelf(materials.value, 'epoxy-liner', now.value)
  if (tins === 0) return 'The Shelf has no tin of epoxy liner that may be used.'
  const has = `The Shelf has ${short('smallVolume', volume)} of epoxy liner in ${tins === 1 ? 'a tin' : `${tins} tins`}: `
  return volume >= liner.value
    ? `${has}enough, ${short('smallVolume', volume - liner.value)} would be left.`
    : `${has}${short('smallVolume', liner.value - volume)} short.`
})
const bead = computed(() => {
  const { run, leg, past } = state.value
  return isAbove(run) && isAbove(leg) && past !== null && past >= 0 ? beadVolume(run, filletSection(leg), past) : null
})
const rods = computed(() => {
  const { run, valley, rod, rodLength } = state.value
  return isAbove(run) && isAbove(valley) && isAbove(rod) && isAbove(rodLength) ? rodsFor(run, valley, rod, rodLength) : null
})
const cloth = computed(() => {
  if (!box.value || state.value.lap === null || !(state.value.lap >= 0)) return null
  const { length, width, height } = box.value
  const pair = (a: number, b: number) => [
    { width: a, height: b },
    { width: a, height: b },
  ]
  return clothArea([...pair(length, width), ...pair(length, height), ...pair(width, height)], state.value.lap)
})
const foam = computed(() => {
  const { capacity, well } = state.value
  return isAbove(capacity) && well !== null && well >= 0 && well < capacity ? foamFor(capacity, well) : null
})
const needsBox = computed(() => state.value.of === 'liner' || state.value.of === 'cloth')
</script>

<template>
  <div class="space-y-3">
    <TapChoice v-model="state.of" :options="things" :words="words" several label="How much of" />
    <div class="sheet grid grid-cols-2 gap-x-5 gap-y-4 sm:grid-cols-4">
      <template v-if="needsBox || state.of === 'foam'">
        <UFormField label="Capacity"><QuantityInput v-model="state.capacity" kind="volume" /></UFormField>
      </template>
      <template v-if="needsBox">
        <UFormField label="or length" hint="inside"><QuantityInput v-model="state.length" kind="length" /></UFormField>
        <UFormField label="width"><QuantityInput v-model="state.width" kind="length" /></UFormField>
        <UFormField label="height"><QuantityInput v-model="state.height" kind="length" /></UFormField>
      </template>
      <template v-if="state.of === 'liner'">
        <UFormField label="Baffles"><QuantityInput v-model="state.baffles" kind="count" /></UFormField>
        <UFormField label="Film"><QuantityInput v-model="state.film" kind="film" /></UFormField>
        <UFormField label="Waste" hint="cup, drain"><QuantityInput v-model="state.waste" kind="share" /></UFormField>
        <span class="max-sm:hidden" />
        <UFormField label="A small kit"><QuantityInput v-model="state.small" kind="smallVolume" /></UFormField>
        <UFormField label="A large kit"><QuantityInput v-model="state.large" kind="smallVolume" /></UFormField>
      </template>
      <template v-if="state.of === 'bead' || state.of === 'rods'">
        <UFormField label="Length"><QuantityInput v-model="state.run" kind="length" /></UFormField>
      </template>
      <template v-if="state.of === 'bead'">
        <UFormField label="Leg of the fillet"><QuantityInput v-model="state.leg" kind="length" /></UFormField>
        <UFormField label="Past each end"><QuantityInput v-model="state.past" kind="length" /></UFormField>
      </template>
      <template v-if="state.of === 'rods'">
        <UFormField label="Section of the valley"><QuantityInput v-model="state.valley" kind="smallArea" /></UFormField>
        <UFormField label="Rod, across"><QuantityInput v-model="state.rod" kind="length" /></UFormField>
        <UFormField label="Rod, long"><QuantityInput v-model="state.rodLength" kind="length" /></UFormField>
      </template>
      <UFormField v-if="state.of === 'cloth'" label="Lap up the next face"
        ><QuantityInput v-model="state.lap" kind="length"
      /></UFormField>
      <UFormField v-if="state.of === 'foam'" label="Sender’s well"
        ><QuantityInput v-model="state.well" kind="volume"
      /></UFormField>
    </div>
    <section class="sheet text-[1.15rem]">
      <template v-if="state.of === 'liner' && liner !== null && area !== null">
        <p>
          <b class="figure text-[1.6rem]">{{ short('smallVolume', liner) }}</b> of liner on
          {{ short('area', area) }} inside<template v-if="kits && kits.kits.length"
            >: {{ kits.kits.map(each => `${each.count} × ${short('smallVolume', each.size.volume)}`).join(' and ') }},
            {{ short('smallVolume', kits.left) }} left over</template
          >.
        </p>
        <p v-if="stock" class="text-base">{{ stock }}</p>
        <p v-if="box" class="soft text-base">
          As a box of {{ short('length', box.length) }} × {{ short('length', box.width) }} × {{ short('length', box.height) }}.
          What runs out as the excess is part of the waste.
        </p>
      </template>
      <p v-else-if="state.of === 'bead' && bead !== null">
        <b class="figure text-[1.6rem]">{{ short('smallVolume', bead) }}</b> of sealant, without what stays in the nozzle and
        the cup.
      </p>
      <p v-else-if="state.of === 'rods' && rods !== null">
        <b class="figure text-[1.6rem]">{{ rods }}</b> {{ rods === 1 ? 'rod' : 'rods' }}.
      </p>
      <p v-else-if="state.of === 'cloth' && cloth !== null">
        <b class="figure text-[1.6rem]">{{ short('area', cloth) }}</b> of cloth for six faces with their laps.
      </p>
      <p v-else-if="state.of === 'foam' && foam !== null">
        <b class="figure text-[1.6rem]">{{ short('volume', foam.foam) }}</b> of foam; it takes the room of
        {{ short('volume', foam.displaced[0]) }} to {{ short('volume', foam.displaced[1]) }} of fuel.
      </p>
      <p v-else class="soft">Type what is asked above.</p>
    </section>
  </div>
</template>
