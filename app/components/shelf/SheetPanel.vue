<script setup lang="ts">
import { fuels, type FuelKey } from '#core/fuel/fuels'
import { repairMaterial, repairMaterials, type RepairMaterialKey } from '#core/repair/material/repairMaterials'
import { materialSheetSchema } from '#shared/schemas/materials'
import type { MaterialSheetView, MaterialsView } from '#shared/views'

/** Types the sheet of a material in hand, beginning with what is usual of its family. */
const props = defineProps<{ sheet: MaterialSheetView | null }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [view: MaterialsView] }>()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const families = repairMaterials.filter(each => each.key !== 'none')
interface State {
  id: string
  name: string
  material: RepairMaterialKey
  facts: {
    cureTime: number | null
    moveTime: number | null
    fuelTime: number | null
    potLife: number | null
    referenceTemperature: number | null
    floor: number | null
    ceiling: number | null
    ratio: { hardener: number | null; baseDensity: number | null; hardenerDensity: number | null } | null
    fuels: FuelKey[]
    mustNotTouch: string
    openedDays: number | null
    source: string
  }
  retired: boolean
}
const usual = (material: RepairMaterialKey): State['facts'] => {
  const { cure, milestones, ratio, fuels: stands, openedDays } = repairMaterial(material)
  return {
    cureTime: cure!.cureTime,
    potLife: cure!.potLife,
    referenceTemperature: cure!.referenceTemperature,
    floor: cure!.floor,
    ceiling: cure!.ceiling,
    ...milestones!,
    ratio: ratio && { ...ratio },
    fuels: [...stands],
    mustNotTouch: '',
    openedDays,
    source: '',
  }
}
const blank = (): State => ({ id: newId(), name: '', material: 'epoxy-liner', facts: usual('epoxy-liner'), retired: false })
const state = ref<State>(blank())
watch(open, is => {
  if (!is) return
  const { sheet } = props
  state.value = sheet ? { ...structuredClone(toRaw(sheet)), facts: { ...structuredClone(toRaw(sheet)).facts } } : blank()
})
const family = computed({
  get: () => state.value.material,
  set: material => {
    state.value.material = material
    state.value.facts = { ...usual(material), source: state.value.facts.source }
  },
})
const submit = () =>
  save(async () => {
    emit('done', await callApi<MaterialsView>('materials/sheets', 'POST', state.value))
    open.value = false
  }, form.value)
</script>

<template>
  <USlideover
    v-model:open="open"
    :title="sheet ? sheet.name : 'A sheet in hand'"
    description="What its maker says wins over what is usual; what was put on by it keeps what it said then."
    :ui="{ content: 'max-w-lg' }"
  >
    <template #body>
      <SchemaForm ref="form" :schema="materialSheetSchema" :state="state" :problem="problem" class="space-y-4" @submit="submit">
        <UFormField label="Name on the tin" name="name"
          ><UInput v-model="state.name" class="w-full" autocomplete="off"
        /></UFormField>
        <UFormField label="Family" name="material"
          ><USelect
            v-model="family"
            :items="families.map(each => ({ label: each.name, value: each.key }))"
            class="w-full"
            aria-label="Family"
        /></UFormField>
        <div class="grid grid-cols-2 gap-4">
          <UFormField label="Times are stated at" name="facts.referenceTemperature"
            ><QuantityInput v-model="state.facts.referenceTemperature" kind="temperature"
          /></UFormField>
          <UFormField label="Work time" name="facts.potLife" hint="0: not hurried"
            ><QuantityInput v-model="state.facts.potLife" kind="minutes"
          /></UFormField>
          <UFormField label="May be moved after" name="facts.moveTime"
            ><QuantityInput v-model="state.facts.moveTime" kind="hours"
          /></UFormField>
          <UFormField label="May be tested after" name="facts.cureTime"
            ><QuantityInput v-model="state.facts.cureTime" kind="hours"
          /></UFormField>
          <UFormField label="May see fuel after" name="facts.fuelTime"
            ><QuantityInput v-model="state.facts.fuelTime" kind="hours"
          /></UFormField>
          <UFormField label="Keeps, once opened, days" name="facts.openedDays"
            ><QuantityInput v-model="state.facts.openedDays" kind="count"
          /></UFormField>
          <UFormField label="Not colder than" name="facts.floor"
            ><QuantityInput v-model="state.facts.floor" kind="temperature"
          /></UFormField>
          <UFormField label="Not warmer than" name="facts.ceiling"
            ><QuantityInput v-model="state.facts.ceiling" kind="temperature"
          /></UFormField>
          <template v-if="state.facts.ratio">
            <UFormField label="Hardener to 100 of base" name="facts.ratio.hardener" hint="by mass"
              ><QuantityInput v-model="state.facts.ratio.hardener" kind="count"
            /></UFormField>
            <UFormField label="Density of the base" name="facts.ratio.baseDensity"
              ><QuantityInput v-model="state.facts.ratio.baseDensity" kind="density"
            /></UFormField>
            <UFormField label="Density of the hardener" name="facts.ratio.hardenerDensity"
              ><QuantityInput v-model="state.facts.ratio.hardenerDensity" kind="density"
            /></UFormField>
          </template>
        </div>
        <UFormField label="Fuels that it names" name="facts.fuels"
          ><TapChoice
            v-model="state.facts.fuels"
            :options="fuels.map(each => each.key)"
            :words="Object.fromEntries(fuels.map(each => [each.key, each.name]))"
            label="Fuels that it names"
        /></UFormField>
        <UFormField label="What it must not touch" name="facts.mustNotTouch"
          ><UInput v-model="state.facts.mustNotTouch" class="w-full"
        /></UFormField>
        <UFormField label="Where the sheet is" name="facts.source"
          ><UInput v-model="state.facts.source" placeholder="Such as: folder by the bench, issue 4" class="w-full"
        /></UFormField>
        <USwitch v-if="sheet" v-model="state.retired" label="Off the Shelf: not offered any more" />
        <template #actions><UButton type="submit" size="xl" color="neutral" :loading="saving">Save</UButton></template>
      </SchemaForm>
    </template>
  </USlideover>
</template>
