<script setup lang="ts">
import { figureText } from '#shared/writing'
import { fuels } from '#core/fuel/fuels'
import { GAS_FREE_SHARE, gasPoints, vapourRounds } from '#core/fuel/vapour'
import { gasReadingsNow, type vapourOn } from '#shared/safety'
import { gasReadingSchema } from '#shared/record/kinds/gas'
import type { JobView } from '#shared/views'

/** Vapour: the readings point by point, what they allow, and ways to get it out. */
const props = defineProps<{ job: JobView; vapour: ReturnType<typeof vapourOn>; now: number; mayWork: boolean }>()
const emit = defineEmits<{ done: [job: JobView]; strike: [subject: { id: string; name: string }] }>()
const { short } = useQuantities()

const fuel = computed(() => fuels.find(each => each.key === props.job.fuel)!)
const { draft: gasState, clear } = useDraft(`vapour:${props.job.id}`, () => ({
  point: gasPoints[0] as string,
  explosive: null as number | null,
  oxygen: null as number | null,
  cleaned: false,
}))
const reading = useSave()
const gasForm = useTemplateRef('gasForm')
const readGas = () =>
  reading.save(async () => {
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/entries/gas`, 'POST', gasState.value))
    const next = gasPoints[gasPoints.indexOf(gasState.value.point as (typeof gasPoints)[number]) + 1] ?? gasPoints[0]
    const { cleaned } = gasState.value
    clear()
    Object.assign(gasState.value, { point: next, cleaned })
  }, gasForm.value)
async function readStandIn() {
  const shown = await reading.save(() =>
    callApi<{ explosive: number; oxygen: number }>(
      `jobs/${props.job.id}/gas?point=${encodeURIComponent(gasState.value.point)}`,
    ),
  )
  if (!shown) return
  gasState.value = { ...gasState.value, explosive: Number(shown.explosive.toFixed(2)), oxygen: Number(shown.oxygen.toFixed(3)) }
}
const rounds = computed(() => vapourRounds(gasReadingsNow(props.job)))
const percent = (share: number) => short('share', share, 2)
const vapourLooks = {
  'gas-free': 'sealed',
  'too much': 'leaking',
  'low oxygen': 'leaking',
  'not read': 'unsure',
  'read again': 'unsure',
  'expired': 'unsure',
} as const
const vapourWords = {
  'gas-free': 'Gas-free',
  'too much': 'Too much vapour',
  'low oxygen': 'Too little oxygen',
  'not read': 'Not read',
  'read again': 'Read again',
  'expired': 'Readings too old',
}
</script>

<template>
  <section class="sheet space-y-3" aria-labelledby="vapour-title">
    <div class="flex flex-wrap items-center justify-between gap-2">
      <h2 id="vapour-title">Vapour</h2>
      <p class="text-lg font-bold" :class="vapourLooks[vapour.state]">
        <StateSign :look="vapourLooks[vapour.state]" /> {{ vapourWords[vapour.state]
        }}<template v-if="vapour.state === 'gas-free'"> until {{ clockText(vapour.until, now) }}</template
        ><template v-if="vapour.state === 'read again'"> at {{ clockText(vapour.at, now) }}</template>
      </p>
    </div>
    <p>{{ vapour.sentence }}</p>
    <table v-if="rounds.length" class="w-full text-left">
      <thead>
        <tr class="soft text-sm">
          <th scope="col" class="font-medium">Point</th>
          <th scope="col" class="pr-3 font-medium">First</th>
          <th scope="col" class="font-medium">After the pause</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in rounds" :key="each.point" class="border-t border-(--hair)">
          <th scope="row" class="py-2 pr-3 font-medium">{{ each.point }}</th>
          <td v-if="each.last.explosive >= GAS_FREE_SHARE" colspan="2" class="leaking font-semibold">
            <StateSign look="leaking" :size="16" /> {{ percent(each.last.explosive) }}, {{ clockText(each.last.at, now) }}
          </td>
          <template v-else>
            <td class="pr-3">
              <template v-if="each.first"
                ><b class="figure">{{ percent(each.first.explosive) }}</b
                >{{ ' ' }}<span class="soft text-sm">{{ clockText(each.first.at, now) }}</span></template
              ><span v-else class="unsure font-medium">read again</span>
            </td>
            <td>
              <template v-if="each.second"
                ><b class="figure">{{ percent(each.second.explosive) }}</b
                >{{ ' ' }}<span class="soft text-sm">{{ clockText(each.second.at, now) }}</span></template
              ><span v-else-if="each.first" class="soft">to read</span>
            </td>
          </template>
        </tr>
      </tbody>
    </table>
    <details v-if="job.gasReadings.length">
      <summary class="min-h-11 cursor-pointer py-2 font-semibold">All readings, {{ job.gasReadings.length }}</summary>
      <p
        v-for="each in job.gasReadings"
        :key="each.id"
        class="flex flex-wrap items-center gap-x-2"
        :class="each.struck && 'line-through'"
      >
        <b class="figure" :class="each.explosive >= GAS_FREE_SHARE ? 'leaking' : ''">{{ percent(each.explosive) }}</b>
        {{ each.point }}<template v-if="each.oxygen !== null">, oxygen {{ figureText(100 * each.oxygen, 1) }} %</template>
        <span class="soft text-sm">{{ clockText(each.at, now) }}, {{ each.by }}</span>
        <StrikeLink v-if="mayWork && !each.struck" @click="emit('strike', { id: each.id, name: 'this reading' })" />
      </p>
    </details>
    <SchemaForm
      v-if="mayWork"
      :key="gasState.id"
      ref="gasForm"
      :schema="gasReadingSchema"
      :state="gasState"
      :problem="reading.problem.value"
      class="space-y-3"
      @submit="readGas"
    >
      <UFormField label="Point" name="point"
        ><TapChoice v-model="gasState.point" :options="gasPoints" several label="Point"
      /></UFormField>
      <div class="grid gap-x-5 gap-y-3 sm:grid-cols-3">
        <UFormField label="Of the lower limit" name="explosive"
          ><QuantityInput v-model="gasState.explosive" kind="share"
        /></UFormField>
        <UFormField label="Oxygen" name="oxygen" hint="19.5 % or more"
          ><QuantityInput v-model="gasState.oxygen" kind="share"
        /></UFormField>
        <USwitch v-model="gasState.cleaned" label="Drained and cleaned inside" class="self-end pb-2" />
      </div>
      <template #actions>
        <div class="flex flex-wrap gap-2">
          <UButton type="submit" color="neutral" class="min-h-11" :loading="reading.saving.value">Keep the reading</UButton>
          <UButton
            v-if="job.hasStandIn"
            type="button"
            color="neutral"
            variant="subtle"
            icon="i-lucide-eye"
            class="min-h-11"
            @click="readStandIn"
            >Read the stand-in’s meter</UButton
          >
        </div>
      </template>
    </SchemaForm>
    <details>
      <summary class="min-h-11 cursor-pointer py-2 font-semibold">Ways to get the vapour out</summary>
      <DegassingWays :job="job" class="mb-4" />
      <h3 class="mb-2 font-semibold">How much air or gas, and how long</h3>
      <DilutionSheet :volume="job.capacity" :fuel="fuel" />
    </details>
  </section>
</template>
