<script setup lang="ts">
import { lookMethod, lookMethods, type LookMethodKey } from '#core/leaktest/look/lookMethods'
import { wetLooks, type WetLookKey } from '#core/leaktest/wet/wetLooks'
import { lookWatch } from '#shared/leaktest/look/lookWatch'
import { lastRelief } from '#shared/limits'
import { lookSchema } from '#shared/leaktest/look/lookForm'
import type { JobView } from '#shared/views'

/** Chooses a way of looking by what it reaches and shows, and begins it once what it needs is there. */
const props = defineProps<{ job: JobView; now: number }>()
const emit = defineEmits<{ started: [job: JobView]; read: [job: JobView] }>()
/** Gas under pressure has cautions of its own. */
const mustReadOfAir = useMustRead(
  computed(() => props.job),
  'air or smoke',
)
const { short } = useQuantities()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const state = ref({
  id: newId(),
  method: 'fuel in' as LookMethodKey,
  pressure: 0,
  wettedShare: 0.25,
  tilt: null as number | null,
  distance: null as number | null,
  way: null as WetLookKey | null,
  relief: lastRelief(props.job),
  earlyReason: '',
})
const method = computed(() => lookMethod(state.value.method))
const fits = (largest: number | null) => largest === null || props.job.capacity <= largest
const methods = computed(() => lookMethods.filter(each => fits(each.largest)))
const levels = { quarter: 0.25, half: 0.5, full: 0.95, brim: 1 } as const
const level = computed({
  get: () => (Object.keys(levels) as (keyof typeof levels)[]).find(key => levels[key] === state.value.wettedShare) ?? null,
  set: key => {
    if (key) state.value.wettedShare = levels[key]
  },
})
watch(method, ({ key, pressurised, reaches, watchedFor }) => {
  if (key !== 'fuel in') state.value.tilt = null
  if (key !== 'under way') state.value.distance = null
  state.value.pressure = pressurised ? Math.min(props.job.pressureLimit, 5000) : 0
  state.value.wettedShare = reaches === 'gas' ? 0 : state.value.wettedShare || 0.25
  if (!watchedFor) state.value.way = null
})
const reachWords = { fuel: 'Fuel', gas: 'Gas', both: 'Gas and fuel' }
const least = computed(() => lookWatch(state.value, props.job))
const wayWords = computed(() =>
  Object.fromEntries(
    wetLooks.map(each => {
      const least = lookWatch({ method: state.value.method, way: each.key as WetLookKey }, props.job)
      return [each.key, `${each.name}${least === Infinity ? ': never shows it' : `, ${waitText(least)}`}`]
    }),
  ),
)
const start = () =>
  save(async () => emit('started', await callApi<JobView>(`jobs/${props.job.id}/tests/look`, 'POST', state.value)), form.value)
</script>

<template>
  <SchemaForm ref="form" :schema="lookSchema" :state="state" :problem="problem" class="space-y-3" @submit="start">
    <section class="sheet space-y-3" aria-label="The way of looking">
      <TapChoice
        v-model="state.method"
        several
        label="The way of looking"
        :options="methods.map(each => each.key as LookMethodKey)"
        :words="Object.fromEntries(methods.map(each => [each.key, each.name]))"
      />
      <p class="text-[1.15rem] leading-snug">{{ method.doing }}</p>
      <dl class="grid gap-x-4 gap-y-1 sm:grid-cols-[8rem_1fr]">
        <dt class="soft">Presses with</dt>
        <dd>{{ reachWords[method.reaches] }}. {{ method.reach }}</dd>
        <dt class="soft">Shows</dt>
        <dd>{{ method.smallest }}</dd>
        <dt class="soft">Fooled by</dt>
        <dd>{{ method.fooledBy }}</dd>
        <dt class="soft">First</dt>
        <dd>{{ upperFirst(method.needs.map(lowerFirst).join('; ')) }}.</dd>
      </dl>
    </section>
    <section class="sheet space-y-4" aria-label="This time">
      <CuringReason v-model="state.earlyReason" :job="job" :now="now" />
      <UFormField v-if="method.reaches !== 'gas'" label="How far it is filled" name="wettedShare"
        ><TapChoice
          v-model="level"
          label="How far it is filled"
          :options="Object.keys(levels) as (keyof typeof levels)[]"
          :words="{ quarter: 'A quarter', half: 'Half', full: 'Full', brim: 'To the brim' }"
      /></UFormField>
      <UFormField v-if="method.watchedFor" label="Fuel is made to show by" name="way"
        ><TapChoice
          v-model="state.way"
          label="Fuel is made to show by"
          :options="wetLooks.map(each => each.key as WetLookKey)"
          :words="wayWords"
      /></UFormField>
      <div class="flex flex-wrap gap-3">
        <TiltField v-if="method.key === 'fuel in'" v-model="state.tilt" />
        <UFormField v-if="method.key === 'under way'" label="Went" name="distance"
          ><QuantityInput v-model="state.distance" kind="distance" class="w-36"
        /></UFormField>
        <UFormField
          v-if="method.pressurised"
          label="Pressure on the tank"
          name="pressure"
          :hint="`limit ${short('pressure', job.pressureLimit)}`"
          ><QuantityInput
            :model-value="state.pressure"
            kind="pressure"
            class="w-44"
            @update:model-value="state.pressure = $event ?? NaN"
        /></UFormField>
      </div>
      <LeaningTank
        v-if="method.key === 'fuel in' && state.tilt !== null && state.tilt > 0"
        :job="job"
        :share="state.wettedShare"
        :tilt="state.tilt"
      />
      <ReliefFields v-if="method.pressurised && !job.hasStandIn" v-model="state.relief" :job="job" :pressure="state.pressure" />
      <p v-if="least > 0 && least < Infinity" class="soft">
        Dry counts after {{ waitText(least) }}; what is wet is told at once.
      </p>
      <p v-if="least === Infinity" class="unsure font-semibold">
        This fuel dries as fast as it comes: looked at like that, dry says nothing.
      </p>
    </section>
    <CautionList v-if="method.pressurised && mustReadOfAir" :job="job" act="air or smoke" @read="emit('read', $event)" />
    <template #actions>
      <ThumbBar v-if="!(method.pressurised && mustReadOfAir)"
        ><UButton type="submit" size="xl" color="neutral" :loading="saving">All of that is there: begin</UButton></ThumbBar
      >
    </template>
  </SchemaForm>
</template>
