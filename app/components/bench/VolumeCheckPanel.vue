<script setup lang="ts">
import { gaugeSpread } from '#core/hold/gaugeSpread'
import { checkDisagreement, COOLED_AFTER, gaugeOverPush, VolumeCheckError, volumeFromPush } from '#core/gas/volumeCheck'
import { effectiveVolume } from '#core/gas/inventory'
import { volumeCheckSchema, type MarkForm } from '#shared/leaktest/hold/holdForm'
import type { JobView } from '#shared/views'
import type { BenchHold, HoldView, ReadingView } from '#shared/leaktest/hold/holdView'

/** Pushes a known volume into the closed tank and reads what the gauge does: the effective volume measured, not guessed. */
const props = defineProps<{ hold: BenchHold; readings: ReadingView[] }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [hold: HoldView] }>()
const { short } = useQuantities()
const { of } = useKit()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const pump = computed(() => of('pump')[0])
const state = reactive({
  id: newId(),
  pushed: 100e-6 as number | null,
  pushedUncertainty: 1e-6 as number | null,
  before: null as number | null,
  after: null as number | null,
  barometer: undefined as number | undefined,
})
const pushedAt = ref<number | null>(null)

const FEW = 5
/** A mean of a few readings is steadier than one. */
const meanOf = (few: ReadingView[]) =>
  few.length ? few.reduce((sum, reading) => sum + reading.pressure, 0) / few.length : null
const before = () => {
  state.before = meanOf(props.readings.slice(-FEW))
}
const spread = computed(() => gaugeSpread(props.hold.setup.gauge))
/** s until the push's own heat is gone; null before it went in. */
const cooling = computed(() => {
  const last = props.readings.at(-1)
  return pushedAt.value === null || !last ? null : Math.max(0, pushedAt.value + COOLED_AFTER - last.t)
})
function after(pushed: number) {
  const over = gaugeOverPush(props.readings, pushed)
  state.after = over?.after ?? null
  if (over) state.before = over.before
}
watch(
  open,
  is => {
    if (!is) return
    Object.assign(state, {
      id: newId(),
      after: null,
      barometer: props.readings.findLast(reading => reading.barometer !== undefined)?.barometer,
      ...(pump.value && { pushed: pump.value.facts.stroke, pushedUncertainty: pump.value.facts.strokeUncertainty }),
    })
    pushedAt.value = null
    before()
  },
  { immediate: true },
)
watch(
  () => props.readings.length,
  () => {
    if (pushedAt.value === null) before()
    else after(pushedAt.value)
  },
)
/** The push is marked on the curve, and a stand-in takes it. */
const push = () =>
  save(async () => {
    const mark: MarkForm = { id: newId(), kind: 'push', amount: state.pushed ?? 0 }
    const marked = holdIn(await callApi<JobView>(`tests/${props.hold.id}/entries/mark`, 'POST', mark), props.hold.id)
    pushedAt.value = marked.marks.at(-1)!.t
    emit('done', marked)
  }, form.value)

const supposed = computed(() => {
  const { space, volumeUncertainty, wallGiveUncertainty, testPressure } = props.hold.setup
  const effective = effectiveVolume(space, testPressure)
  return {
    effective,
    uncertainty: Math.hypot((volumeUncertainty * effective) / space.volume, space.volume * 101_325 * wallGiveUncertainty),
  }
})
const measured = computed(() => {
  const { pushed, pushedUncertainty, before, after } = state
  if (pushed === null || pushedUncertainty === null || before === null || after === null) return null
  try {
    return volumeFromPush({
      pushed,
      pushedUncertainty,
      before,
      after,
      gaugeSpread: spread.value,
      ...(state.barometer !== undefined && { barometer: state.barometer }),
    })
  } catch (error) {
    if (error instanceof VolumeCheckError) return error.message
    throw error
  }
})
const pushText = computed(() => {
  if (cooling.value === null) return 'It goes in now'
  return cooling.value > 0 ? `It is in, and warm: ${waitText(cooling.value)} to cool` : 'It is in, and has cooled'
})
const found = computed(() => (typeof measured.value === 'object' ? measured.value : null))
const differs = computed(() => found.value && checkDisagreement(found.value, supposed.value) > 3)
const keep = (use: boolean) =>
  save(async () => {
    emit(
      'done',
      holdIn(await callApi<JobView>(`tests/${props.hold.id}/entries/volume`, 'POST', { ...state, use }), props.hold.id),
    )
    open.value = false
  }, form.value)
</script>

<template>
  <UModal
    v-model:open="open"
    title="Volume check"
    description="Push a known volume of outside air into the closed tank and see how far the gauge rises."
    :ui="{ content: 'max-w-xl' }"
  >
    <template #body>
      <SchemaForm
        ref="form"
        :schema="volumeCheckSchema"
        :state="{ ...state, use: false }"
        :problem="problem"
        class="space-y-4"
        @submit="keep(true)"
      >
        <div class="grid gap-4 sm:grid-cols-2">
          <UFormField label="Pushed in" name="pushed" :hint="pump?.name"
            ><QuantityInput v-model="state.pushed" kind="smallVolume"
          /></UFormField>
          <UFormField label="Give or take" name="pushedUncertainty"
            ><QuantityInput v-model="state.pushedUncertainty" kind="smallVolume"
          /></UFormField>
          <UFormField label="Pressure before" name="before"
            ><QuantityInput v-model="state.before" kind="pressure"
          /></UFormField>
          <UFormField label="Pressure after" name="after" hint="once the gas has cooled"
            ><QuantityInput v-model="state.after" kind="pressure"
          /></UFormField>
        </div>
        <UButton
          type="button"
          color="neutral"
          variant="outline"
          size="xl"
          block
          :loading="saving"
          :disabled="pushedAt !== null"
          @click="push"
          >{{ pushText }}</UButton
        >
        <div aria-live="polite" class="min-h-20">
          <template v-if="found">
            <p class="text-lg">
              Effective volume <b class="figure">{{ short('volume', found.effective) }}</b> ±
              {{ short('volume', found.uncertainty, 2) }}
            </p>
            <p :class="differs ? 'unsure font-semibold' : 'soft'">
              The set-up supposes {{ short('volume', supposed.effective) }} ± {{ short('volume', supposed.uncertainty, 2)
              }}{{
                differs
                  ? ': they contradict each other. Look for fuel, foam or a wrong plate, or use what was measured.'
                  : ': they agree.'
              }}
            </p>
          </template>
          <p v-else class="soft">
            {{
              typeof measured === 'string'
                ? measured
                : 'What turns a pressure slope into a leak is the volume and what the walls give together; this measures both.'
            }}
          </p>
        </div>
        <template #actions>
          <div class="flex flex-wrap gap-2">
            <UButton type="submit" color="neutral" size="xl" :loading="saving" :disabled="!found"
              >Use what was measured</UButton
            >
            <UButton type="button" color="neutral" variant="outline" size="xl" :disabled="!found" @click="keep(false)"
              >Only keep it</UButton
            >
          </div>
        </template>
      </SchemaForm>
    </template>
  </UModal>
</template>
