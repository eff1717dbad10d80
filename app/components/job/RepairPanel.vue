<script setup lang="ts">
import { cureBand, potLife, timeToCure } from '#core/repair/cure/cure'
import { repairMaterial, repairMaterials } from '#core/repair/material/repairMaterials'
import { repairMethod, repairMethods } from '#core/repair/method/repairMethods'
import { unsuited } from '#core/repair/method/fit'
import { repairSchema, type RepairForm } from '#shared/record/kinds/repair'
import type { JobView } from '#shared/views'

/** What was done to a leak; shows at once when it will have cured. */
const props = defineProps<{ job: JobView; leakId: string | null }>()
const emit = defineEmits<{ done: [job: JobView]; close: [] }>()
const open = computed({
  get: () => props.leakId !== null,
  set: value => {
    if (!value) emit('close')
  },
})
const leak = computed(() => props.job.leaks.find(each => each.id === props.leakId))
const part = computed(() => props.job.parts.find(each => each.id === leak.value?.partId))
const clock = useClock()
/** From when it cures: now, or when it was put on. */
const now = computed(() => clock.value - (agoOf(draft.value.happened) || 0))
const { figure, unit } = useQuantities()
const { draft, clear } = useDraft<Omit<RepairForm, 'id' | 'leakIds' | 'ago'> & { happened: string }>(
  `repair:${props.job.id}`,
  () => ({
    method: 'renew-seal',
    material: 'none',
    batch: '',
    temperature: 291.15,
    cureTime: null,
    note: '',
    partIds: [],
    until: null,
    untilReason: '',
    notUsedUntil: '',
    happened: '',
  }),
)
const state = computed(() => {
  const { happened, ...made } = draft.value
  return { ...made, ago: agoOf(happened), leakIds: props.leakId ? [props.leakId] : [] }
})
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')

const tank = computed(() => ({
  material: props.job.material,
  craft: props.job.craft.kind,
  family: part.value?.family ?? null,
}))
const methods = computed(() => {
  const fits = repairMethods.filter(method => unsuited(method.key, tank.value) === null)
  return fits.map(method => ({
    label: method.counts === 'lasting' ? method.name : `${method.name} (${method.counts})`,
    value: method.key,
  }))
})
watch(
  [() => props.leakId, methods],
  () => {
    if (props.leakId && !methods.value.some(method => method.value === draft.value.method))
      draft.value.method = methods.value[0]!.value
  },
  { immediate: true },
)
/** What cannot be done on this tank, with the reason. */
const ruledOut = computed(() =>
  repairMethods.flatMap(({ key, name }) => {
    const why = unsuited(key, { ...tank.value, family: null })
    return why ? [`${name}: ${why}`] : []
  }),
)
const takes = computed(() => repairMethod(draft.value.method).takes)
const materials = computed(() =>
  repairMaterials
    .filter(material => takes.value.includes(material.key))
    .map(material => ({ label: material.name, value: material.key })),
)
watch(
  takes,
  ([first]) => {
    if (first && !takes.value.includes(draft.value.material)) draft.value.material = first
  },
  { immediate: true },
)
const cure = computed(() => {
  const { cure: usual } = repairMaterial(draft.value.material)
  if (!usual || !Number.isFinite(draft.value.temperature)) return null
  const sheet = { ...usual, cureTime: draft.value.cureTime ?? usual.cureTime }
  const wait = timeToCure(sheet, draft.value.temperature)
  const band = cureBand(sheet, draft.value.temperature, 2)
  return {
    wait,
    at: now.value + wait * 1000,
    pot: potLife(sheet, draft.value.temperature),
    sheet,
    soonest: now.value + band.soonest * 1000,
    latest: Number.isFinite(band.latest) ? now.value + band.latest * 1000 : null,
  }
})
const submit = () =>
  save(async () => {
    const job = await callApi<JobView>(`jobs/${props.job.id}/entries/repair`, 'POST', state.value)
    clear()
    emit('done', job)
  }, form.value)
</script>

<template>
  <USlideover
    v-model:open="open"
    :title="`Repair of leak ${leak?.number ?? ''}`"
    :description="part?.name"
    :ui="{ content: 'max-w-md' }"
  >
    <template #body
      ><NextFrame>
        <SchemaForm ref="form" :problem="problem" :schema="repairSchema" :state="state" class="space-y-4" @submit="submit">
          <UFormField label="What was done" name="method"><USelect v-model="draft.method" :items="methods" /></UFormField>
          <UFormField v-if="materials.length > 1" label="Material" name="material"
            ><USelect v-model="draft.material" :items="materials"
          /></UFormField>
          <details v-if="ruledOut.length">
            <summary class="soft min-h-11 cursor-pointer py-2">Not on this tank, {{ ruledOut.length }}</summary>
            <p v-for="text in ruledOut" :key="text" class="soft text-sm">{{ text }}.</p>
          </details>
          <template v-if="cure || draft.material !== 'none'">
            <UFormField label="Batch" name="batch"><UInput v-model="draft.batch" autocomplete="off" /></UFormField>
            <UFormField label="Temperature where it cures" name="temperature"
              ><QuantityInput v-model="draft.temperature" kind="temperature"
            /></UFormField>
            <UFormField
              label="Cure on the sheet"
              name="cureTime"
              :hint="`at ${figure('temperature', cure?.sheet.referenceTemperature ?? 298.15, 0)} ${unit('temperature')}`"
              help="Leave it empty for the usual time of this material."
              ><QuantityInput v-model="draft.cureTime" kind="hours"
            /></UFormField>
            <div v-if="cure" class="rounded-lg border-2 border-(--time) p-3.5">
              <template v-if="Number.isFinite(cure.wait)">
                <p class="flex items-center gap-2 text-lg font-bold">
                  <BellSign class="time" />Cured {{ clockText(cure.at, now) }}
                </p>
                <p class="soft mt-1">
                  {{ waitText(cure.wait) }} at this temperature; two degrees either way, {{ clockText(cure.soonest, now) }} to
                  {{ cure.latest ? clockText(cure.latest, now) : 'never, below its floor' }}.<template v-if="cure.pot > 0">
                    Workable for about {{ Math.round(cure.pot / 60) }} min.</template
                  >
                  The sheet in hand wins.
                </p>
              </template>
              <p v-else class="leaking font-semibold">Too cold: it does not cure at this temperature.</p>
            </div>
          </template>
          <UntilFields v-if="repairMethod(draft.method).counts === 'temporary'" v-model="draft" />
          <WhenField v-model="draft.happened" />
          <UFormField label="Note" name="note"><UTextarea v-model="draft.note" :rows="2" autoresize /></UFormField>
          <template #actions>
            <UButton type="submit" block size="xl" color="neutral" :loading="saving">Record the repair</UButton>
          </template>
        </SchemaForm></NextFrame
      >
    </template>
  </USlideover>
</template>
