<script setup lang="ts">
import { fuelName } from '#core/fuel/fuels'
import { lotProblem, usableUntil } from '#core/repair/material/lotProblem'
import { repairMaterial, repairMaterials } from '#core/repair/material/repairMaterials'
import { listWords } from '#core/words/words'
import type { LotView, MaterialSheetView } from '#shared/views'

/** The Shelf's materials: tins with what is left and until when, sheets in hand, and what is usual of each family. */
const session = useSession()
const { materials, error, refresh, take } = useMaterials()
const { short } = useQuantities()
const now = useClock()
const sheetOpen = ref(false),
  lotOpen = ref(false)
const sheet = shallowRef<MaterialSheetView | null>(null)
const lot = shallowRef<LotView | null>(null)
const editSheet = (which: MaterialSheetView | null) => {
  sheet.value = which
  sheetOpen.value = true
}
const editLot = (which: LotView | null) => {
  lot.value = which
  lotOpen.value = true
}
const lots = computed(() =>
  (materials.value?.lots ?? [])
    .filter(each => !each.retired)
    .map(each => {
      const own = materials.value?.sheets.find(one => one.id === each.sheetId)
      const openedDays = own?.facts.openedDays ?? repairMaterial(each.material).openedDays
      const age = { ...each, openedDays }
      return {
        ...each,
        name: own?.name ?? repairMaterial(each.material).name,
        old: lotProblem(age, now.value),
        until: usableUntil(age),
      }
    }),
)
const sheets = computed(() => (materials.value?.sheets ?? []).filter(each => !each.retired))
const usual = repairMaterials.filter(each => each.cure)
const may = () => session.mayWork && !sheetOpen.value && !lotOpen.value
useActionKeys('Materials', [
  { key: 'n', label: 'Add a tin', run: () => editLot(null), when: may },
  { key: 's', label: 'Type a sheet', run: () => editSheet(null), when: may },
])
</script>

<template>
  <PageState v-if="!materials" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div>
        <h1>Materials</h1>
        <p class="soft">Tins with what is left of them, and the sheets that work time and cure go by.</p>
      </div>
      <div v-if="session.mayWork" class="flex flex-wrap gap-2">
        <UButton color="neutral" variant="outline" size="xl" icon="i-lucide-file-text" @click="editSheet(null)"
          >Type a sheet<span class="key max-sm:hidden">S</span></UButton
        >
        <UButton color="neutral" size="xl" icon="i-lucide-plus" @click="editLot(null)"
          >Add a tin<span class="key max-sm:hidden">N</span></UButton
        >
      </div>
    </header>
    <ShelfTabs />
    <section class="sheet" aria-labelledby="tins-title">
      <h2 id="tins-title" class="mb-1">Tins and cartridges</h2>
      <p v-if="!lots.length" class="soft">None on the Shelf. Add one, and its batch goes into the record with a tap.</p>
      <ul class="divide-y divide-(--hair)">
        <li v-for="each in lots" :key="each.id" class="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 py-2.5">
          <div class="min-w-0 flex-1 basis-64">
            <p class="text-[1.05rem] font-semibold">{{ each.name }}</p>
            <p class="soft">
              batch {{ each.batch }}<template v-if="each.openedAt"> · opened {{ dayText(each.openedAt) }}</template>
            </p>
          </div>
          <div class="basis-44">
            <p>
              <b class="figure">{{ short('smallMass', each.left) }}</b>{{ ' ' }}
              <span class="soft">of {{ short('smallMass', each.mass) }} left</span>
            </p>
            <span class="mt-1 block h-2 overflow-hidden rounded-full bg-(--hair)" role="presentation"
              ><span class="block h-full bg-(--tank-line)" :style="{ width: `${(100 * each.left) / each.mass}%` }"
            /></span>
          </div>
          <p class="basis-56" :class="each.old && 'leaking font-semibold'">
            <template v-if="each.old">{{ each.old }}</template>
            <template v-else-if="each.until">good until {{ dayText(each.until) }}</template>
            <span v-else class="soft">no date on it</span>
          </p>
          <UButton
            v-if="session.mayWork"
            color="neutral"
            variant="ghost"
            class="min-h-11"
            :aria-label="`Change batch ${each.batch}`"
            @click="editLot(each)"
            >Change</UButton
          >
        </li>
      </ul>
    </section>
    <section class="sheet" aria-labelledby="sheets-title">
      <h2 id="sheets-title" class="mb-1">Sheets in hand</h2>
      <p v-if="!sheets.length" class="soft">
        None typed yet: what is usual of each family counts, and the sheet in hand would win.
      </p>
      <ul class="divide-y divide-(--hair)">
        <li v-for="each in sheets" :key="each.id" class="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 py-2.5">
          <div class="min-w-0 flex-1 basis-72">
            <p class="text-[1.05rem] font-semibold">{{ each.name }}</p>
            <p class="soft">
              {{ repairMaterial(each.material).name }} ·
              {{ listWords(each.facts.fuels.map(key => lowerFirst(fuelName(key)))) || 'names no fuel' }} · {{ each.facts.source
              }}<template v-if="each.facts.mustNotTouch"> · must not touch {{ each.facts.mustNotTouch }}</template>
            </p>
          </div>
          <p class="basis-72">
            work {{ each.facts.potLife ? waitText(each.facts.potLife) : 'unhurried' }}, test
            {{ waitText(each.facts.cureTime) }}, fuel {{ waitText(each.facts.fuelTime) }} at
            {{ short('temperature', each.facts.referenceTemperature, 2) }}
          </p>
          <UButton
            v-if="session.mayWork"
            color="neutral"
            variant="ghost"
            class="min-h-11"
            :aria-label="`Change ${each.name}`"
            @click="editSheet(each)"
            >Change</UButton
          >
        </li>
      </ul>
    </section>
    <section class="sheet" aria-labelledby="usual-title">
      <h2 id="usual-title" class="mb-1">What is usual of each family</h2>
      <div class="overflow-x-auto">
        <table class="w-full min-w-160 text-left">
          <thead>
            <tr class="soft text-sm">
              <th class="py-1 pr-4">Family</th>
              <th class="py-1 pr-4">Work</th>
              <th class="py-1 pr-4">Moved</th>
              <th class="py-1 pr-4">Tested</th>
              <th class="py-1 pr-4">Fuel</th>
              <th class="py-1 pr-4">Not below, above</th>
              <th class="py-1">Stands</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="each in usual" :key="each.key" class="border-t border-(--hair)">
              <td class="py-1.5 pr-4 font-medium">{{ each.name }}</td>
              <td class="figure py-1.5 pr-4 whitespace-nowrap">
                {{ each.cure!.potLife ? waitText(each.cure!.potLife) : '–' }}
              </td>
              <td class="figure py-1.5 pr-4">{{ short('hours', each.milestones!.moveTime) }}</td>
              <td class="figure py-1.5 pr-4">{{ short('hours', each.cure!.cureTime) }}</td>
              <td class="figure py-1.5 pr-4">{{ short('hours', each.milestones!.fuelTime) }}</td>
              <td class="figure py-1.5 pr-4">
                {{ short('temperature', each.cure!.floor, 2) }}, {{ short('temperature', each.cure!.ceiling, 2) }}
              </td>
              <td class="py-1.5">{{ listWords(each.fuels.map(key => lowerFirst(fuelName(key)))) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="soft mt-2 text-sm">General practice at 25 °C. The sheet of the material in hand wins.</p>
    </section>
    <SheetPanel v-model:open="sheetOpen" :sheet="sheet" @done="take" />
    <LotPanel v-model:open="lotOpen" :lot="lot" :materials="materials" @done="take" />
  </div>
</template>
