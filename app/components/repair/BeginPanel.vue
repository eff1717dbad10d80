<script setup lang="ts">
import { repairMethod, type RepairMethodKey } from '#core/repair/method/repairMethods'
import { repairMaterial, type RepairMaterialKey } from '#core/repair/material/repairMaterials'
import { cannotHold } from '#core/repair/method/fit'
import { isStaged } from '#core/repair/stage/stages'
import { wallMaterial } from '#core/repair/defect/defect'
import { defectOf } from '#shared/repair/decision'
import { runSchema, type RunForm } from '#shared/record/kinds/run'
import type { JobView, MaterialsView } from '#shared/views'

/** Begins a repair: with which material and sheet, for which other leaks too, and for how long where it is only for now. */
const props = defineProps<{ job: JobView; leakIds: string[]; partIds?: string[]; materials: MaterialsView }>()
/** the way that was chosen; null while it is closed */
const method = defineModel<RepairMethodKey | null>('method', { required: true })
const emit = defineEmits<{ begun: [runId: string, job: JobView] }>()
const open = computed({
  get: () => method.value !== null,
  set: value => {
    if (!value) method.value = null
  },
})
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const blank = () => ({
  material: 'none' as RepairMaterialKey,
  sheetId: null as string | null,
  simulated: false,
  until: null as number | null,
  untilReason: '',
  notUsedUntil: '',
  others: [] as string[],
})
const { draft, clear } = useDraft(`begin:${props.job.id}`, blank)
const defect = computed(() =>
  props.leakIds[0] ? defectOf(props.job, props.leakIds[0]).defect : { material: wallMaterial(props.job.material) },
)
const sheets = computed(() => props.materials.sheets.filter(sheet => !sheet.retired))
/** What it can be made with here, each with the sheets in hand of it. */
const choices = computed(() => {
  if (!method.value) return []
  return repairMethod(method.value).takes.flatMap(material => {
    const its = { defect: defect.value, fuel: props.job.fuel }
    const own = sheets.value
      .filter(sheet => sheet.material === material && cannotHold(material, its, sheet.facts.fuels) === null)
      .map(sheet => ({
        key: sheet.id,
        material,
        sheetId: sheet.id as string | null,
        label: sheet.name,
        sub: 'by its own sheet',
      }))
    const usual =
      cannotHold(material, its) === null
        ? [
            {
              key: material as string,
              material,
              sheetId: null,
              label: repairMaterial(material).name,
              sub: material === 'none' ? '' : 'as is usual of its family',
            },
          ]
        : []
    return [...own, ...usual]
  })
})
const chosen = computed({
  get: () => draft.value.sheetId ?? draft.value.material,
  set: key => {
    const its = choices.value.find(each => each.key === key)
    if (its) Object.assign(draft.value, { material: its.material, sheetId: its.sheetId })
  },
})
watch(
  [method, choices],
  () => {
    if (method.value && !choices.value.some(each => each.key === chosen.value) && choices.value[0])
      chosen.value = choices.value[0].key
  },
  { immediate: true },
)
const names = computed(() => Object.fromEntries(choices.value.map(each => [each.key, each.label])))
const otherLeaks = computed(() =>
  props.job.leaks.filter(
    leak => !props.leakIds.includes(leak.id) && props.job.finds.some(find => find.leakId === leak.id && !find.struck),
  ),
)
const isForNow = computed(() => method.value !== null && repairMethod(method.value).counts === 'temporary')
const state = computed((): RunForm => ({
  id: draft.value.id,
  leakIds: [...props.leakIds, ...draft.value.others],
  partIds: props.partIds ?? [],
  method: method.value as RunForm['method'],
  material: draft.value.material,
  sheetId: draft.value.sheetId,
  simulated: draft.value.simulated,
  until: isForNow.value ? draft.value.until : null,
  untilReason: isForNow.value ? draft.value.untilReason : '',
  notUsedUntil: isForNow.value ? draft.value.notUsedUntil : '',
}))
const submit = () =>
  save(async () => {
    const id = draft.value.id
    const job = await callApi<JobView>(`jobs/${props.job.id}/entries/run`, 'POST', state.value)
    clear()
    method.value = null
    emit('begun', id, job)
  }, form.value)
</script>

<template>
  <USlideover
    v-model:open="open"
    :title="method ? repairMethod(method).doing : ''"
    description="Then stage by stage, on the Bench."
    :ui="{ content: 'max-w-md' }"
  >
    <template #body>
      <SchemaForm
        v-if="method && isStaged(method)"
        ref="form"
        :schema="runSchema"
        :state="state"
        :problem="problem"
        class="space-y-5"
        @submit="submit"
      >
        <UFormField label="Made with" name="material">
          <TapChoice v-model="chosen" :options="choices.map(each => each.key)" :words="names" several label="Made with" />
          <p class="soft mt-1 text-sm">
            The sheet in hand wins:
            <NuxtLink to="/shelf/materials" class="underline">type it in on the Shelf</NuxtLink>, and its work time and cure are
            kept by it.
          </p>
        </UFormField>
        <UFormField v-if="otherLeaks.length" label="It mends these too" name="leakIds"
          ><TapChoice
            v-model="draft.others"
            :options="otherLeaks.map(leak => leak.id)"
            :words="Object.fromEntries(otherLeaks.map(leak => [leak.id, `Leak ${leak.number}`]))"
            label="It mends these too"
        /></UFormField>
        <UntilFields v-if="isForNow" v-model="draft" />
        <USwitch v-if="job.reality === 'simulated'" v-model="draft.simulated" label="Only practised: its clock may run fast" />
        <template #actions><UButton type="submit" block size="xl" color="neutral" :loading="saving">Begin</UButton></template>
      </SchemaForm>
    </template>
  </USlideover>
</template>
