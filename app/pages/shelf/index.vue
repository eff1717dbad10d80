<script setup lang="ts">
import { RIG_LIMIT } from '#core/leaktest/rig/rigCheck'
import { kitKinds, type KitKind } from '#shared/schemas/kit'
import type { KitItemView } from '#shared/views'

/** The Shelf: the test kit, what each piece can show, and what is due. */
const session = useSession()
const { kit, error, refresh, overdue, take } = useKit()
const { short } = useQuantities()
const now = useClock()
const opened = ref(false)
const item = shallowRef<KitItemView | null>(null)
function edit(which: KitItemView | null) {
  item.value = which
  opened.value = true
}
const titles: Record<KitKind, string> = {
  gauge: 'Gauges',
  thermometer: 'Thermometers',
  barometer: 'Barometers',
  rig: 'Rigs',
  pump: 'Pumps and syringes',
  bottle: 'Closed bottles',
}
const groups = computed(() =>
  kitKinds
    .map(kind => ({ kind, items: (kit.value ?? []).filter(each => each.facts.kind === kind && !each.retired) }))
    .filter(group => group.items.length),
)
const retired = computed(() => (kit.value ?? []).filter(each => each.retired))
function shows({ facts }: KitItemView): string {
  switch (facts.kind) {
    case 'gauge':
      return `steps of ${short('pressureStep', facts.resolution)}, noise ${short('pressureStep', facts.noise)}`
    case 'thermometer':
      return `drifts by ${short('temperatureChange', facts.drift)} over a hold`
    case 'barometer':
      return `drifts by ${short('weather', facts.drift)} over a hold`
    case 'rig':
      return `${short('smallVolume', facts.volume)} of hoses and gauge`
    case 'bottle':
      return `${short('volume', facts.volume)} against the tank, read in steps of ${short('pressureStep', facts.resolution)}`
    case 'pump':
      return `${short('smallVolume', facts.stroke)} ± ${short('smallVolume', facts.strokeUncertainty)} a stroke`
  }
}
/** A rig is checked anew each month: plugs and hoses age. */
const MONTH = 30 * 86_400_000
const stale = (each: KitItemView) => each.facts.kind === 'rig' && (each.rigLeak === null || now.value - each.rigLeak.at > MONTH)
const may = () => session.mayWork && !opened.value
useActionKeys('Shelf', [{ key: 'n', label: 'Add to the kit', run: () => edit(null), when: may }])
</script>

<template>
  <PageState v-if="!kit" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div>
        <h1>Test kit</h1>
        <p class="soft">
          What a hold can see depends on these. A piece chosen in a set-up brings its step, noise and leak with it.
        </p>
      </div>
      <UButton v-if="session.mayWork" color="neutral" size="xl" icon="i-lucide-plus" @click="edit(null)"
        >Add<span class="key max-sm:hidden">N</span></UButton
      >
    </header>
    <ShelfTabs />
    <p v-if="!groups.length" class="sheet soft">
      Nothing on the Shelf yet. Add the gauge that you use most, and the rig it hangs on; then check the rig dead-ended.
    </p>
    <section v-for="group in groups" :key="group.kind" class="sheet" :aria-labelledby="`kit-${group.kind}`">
      <h2 :id="`kit-${group.kind}`" class="mb-1">{{ titles[group.kind] }}</h2>
      <ul class="divide-y divide-(--hair)">
        <li
          v-for="each in group.items"
          :key="each.id"
          class="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 py-2.5"
        >
          <div class="min-w-0 flex-1 basis-72">
            <p class="text-[1.05rem] font-semibold">{{ each.name }}</p>
            <p class="soft">{{ shows(each) }}</p>
          </div>
          <p v-if="each.facts.kind === 'rig'" class="basis-64" :class="stale(each) && 'time font-semibold'">
            <template v-if="each.rigLeak">
              leaks <b class="figure">{{ rateText(each.rigLeak.leak) }}</b> ± {{ rateText(each.rigLeak.uncertainty) }} mL/min at
              {{ short('pressure', each.rigLeak.checkedAt) }}<br />
              <span class="soft text-sm"
                >{{ each.rigLeak.simulated ? 'stand-in, ' : '' }}{{ stampText(each.rigLeak.at) }}, {{ each.rigLeak.by
                }}{{ each.rigLeak.leak > RIG_LIMIT ? ' · find its leak before you trust a hold' : '' }}</span
              >
            </template>
            <template v-else>never checked</template>
          </p>
          <p v-else class="basis-64" :class="overdue(each) && 'time font-semibold'">
            <template v-if="each.calibrationDue"
              ><BellSign v-if="overdue(each)" class="inline-block align-[-0.25em]" :size="18" /> calibration
              {{ overdue(each) ? 'was due' : 'due' }} {{ dayText(each.calibrationDue) }}</template
            >
            <span v-else class="soft">{{
              each.calibratedAt ? `calibrated ${dayText(each.calibratedAt)}` : 'no calibration on record'
            }}</span>
          </p>
          <div v-if="session.mayWork" class="flex gap-2">
            <UButton
              v-if="each.facts.kind === 'rig'"
              :to="`/shelf/rig/${each.id}`"
              color="neutral"
              variant="outline"
              class="min-h-11"
              >Check dead-ended</UButton
            >
            <UButton color="neutral" variant="ghost" class="min-h-11" :aria-label="`Change ${each.name}`" @click="edit(each)"
              >Change</UButton
            >
          </div>
        </li>
      </ul>
    </section>
    <section v-if="retired.length" class="sheet">
      <h2 class="mb-1">Off the Shelf</h2>
      <p v-for="each in retired" :key="each.id" class="soft flex items-center justify-between gap-3">
        {{ each.name
        }}<UButton v-if="session.mayWork" color="neutral" variant="ghost" class="min-h-11" @click="edit(each)">Change</UButton>
      </p>
    </section>
    <KitItemPanel v-model:open="opened" :item="item" @done="take" />
  </div>
</template>
