<script setup lang="ts">
import { cureSpeed, timeToCure } from '#core/repair/cure/cure'
import { cureSheetOf } from '#shared/repair/cureSheet'
import type { RepairView } from '#shared/record/kinds/repair'

/** How far it has cured as a curve with its band, when it may be moved, tested and see fuel, and what would speed it up. */
const props = defineProps<{ repair: RepairView; now: number }>()
defineEmits<{ thermometer: [] }>()
const session = useSession()
const { short } = useQuantities()
/** As warm as a shop keeps work without scorching it, K. */
const WARM_AIR = 308.15
const sheet = computed(() => cureSheetOf(props.repair))
const share = computed(() => curedShare(props.repair, props.now))
const moments = computed(() =>
  [
    { words: 'may be moved', at: props.repair.movableAt },
    { words: 'may be tested', at: props.repair.curedAt },
    { words: 'may see fuel', at: props.repair.fuelAt },
  ].map(each => ({ ...each, past: each.at !== null && each.at <= props.now })),
)
/** What is left would take so long at the warmest that the sheet allows. */
const faster = computed(() => {
  if (!sheet.value || share.value >= 1) return null
  const left = (1 - share.value) * sheet.value.cureTime
  const warm = Math.min(sheet.value.ceiling - 3, WARM_AIR)
  const at = left / cureSpeed(sheet.value, warm)
  const asItIs = props.repair.curedAt === null ? Infinity : (props.repair.curedAt - props.now) / 1000
  return at < 0.85 * asItIs ? { warm, at } : null
})
const stands = computed(() => props.repair.curedAt === null)
</script>

<template>
  <section class="space-y-3">
    <div class="flex flex-wrap items-end gap-x-5">
      <p class="figure text-[clamp(3.5rem,14vw,6.5rem)] leading-none">{{ Math.floor(100 * share) }} %</p>
      <p class="pb-1.5 text-[1.2rem]">
        <b v-if="stands" class="leaking font-semibold">Too cold: it stands still. Warm it, then read the thermometer again.</b>
        <template v-else-if="share >= 1">cured. Now look, then hold again.</template>
        <template v-else
          >cured; it may be tested <b class="font-semibold">{{ clockText(repair.curedAt!, now) }}</b> if it stays as
          warm.</template
        >
      </p>
    </div>
    <CureCurve v-if="sheet" :repair="repair" :sheet="sheet" :now="now" />
    <ul class="grid gap-2 sm:grid-cols-3">
      <li v-for="each in moments" :key="each.words" class="rounded-lg border border-(--hair) px-3 py-2">
        <p class="font-semibold"><StateSign :look="each.past ? 'sealed' : 'unsure'" /> {{ upperFirst(each.words) }}</p>
        <p class="soft">
          {{
            each.at === null ? 'not as cold as it is' : each.past ? `since ${clockText(each.at, now)}` : clockText(each.at, now)
          }}
        </p>
      </li>
    </ul>
    <p v-if="faster" class="soft">
      Kept at {{ short('temperature', faster.warm, 2) }}, within its sheet, it may be tested in {{ waitText(faster.at) }}. Warm
      air, not a flame; warmer than {{ short('temperature', sheet!.ceiling, 2) }} gains nothing.
    </p>
    <p class="soft">
      Counted {{ cureReckoning(repair, now, short) }}.
      <template v-if="sheet"
        >At {{ short('temperature', Math.max(291.15, sheet.floor), 2) }} all of it takes
        {{ waitText(timeToCure(sheet, Math.max(291.15, sheet.floor))) }}.</template
      >
    </p>
    <UButton
      v-if="session.mayWork"
      color="neutral"
      variant="outline"
      icon="i-lucide-thermometer"
      class="min-h-11"
      @click="$emit('thermometer')"
      >Read the thermometer</UButton
    >
  </section>
</template>
