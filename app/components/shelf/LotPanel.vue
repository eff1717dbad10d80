<script setup lang="ts">
import { repairMaterials, type RepairMaterialKey } from '#core/repair/material/repairMaterials'
import { lotSchema } from '#shared/schemas/materials'
import type { LotView, MaterialsView } from '#shared/views'

/** Adds a tin or cartridge, or changes one. */
const props = defineProps<{ lot: LotView | null; materials: MaterialsView }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [view: MaterialsView] }>()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
interface State {
  id: string
  material: RepairMaterialKey
  sheetId: string | null
  batch: string
  code: string
  mass: number | null
  openedAt: number | null
  expiresAt: number | null
  retired: boolean
}
const blank = (): State => ({
  id: newId(),
  material: 'epoxy-liner',
  sheetId: null,
  batch: '',
  code: '',
  mass: null,
  openedAt: null,
  expiresAt: null,
  retired: false,
})
const state = ref<State>(blank())
watch(open, is => {
  if (!is) return
  if (!props.lot) return void (state.value = blank())
  const { left: _, ...rest } = props.lot
  state.value = { ...rest }
})
const sheets = computed(() => props.materials.sheets.filter(each => each.material === state.value.material && !each.retired))
watch(sheets, list => {
  if (!list.some(each => each.id === state.value.sheetId)) state.value.sheetId = null
})
const day = (at: number | null) => (at === null ? '' : new Date(at).toISOString().slice(0, 10))
const setDay = (field: 'openedAt' | 'expiresAt', text: string) => {
  state.value[field] = text ? Date.parse(text) : null
}
/** A code that is known already brings what was typed with it. */
function read(code: string) {
  state.value.code = code
  const known = props.materials.lots.find(each => each.code === code)
  if (known) Object.assign(state.value, { material: known.material, sheetId: known.sheetId, mass: known.mass })
}
const submit = () =>
  save(async () => {
    emit('done', await callApi<MaterialsView>('materials/lots', 'POST', state.value))
    open.value = false
  }, form.value)
</script>

<template>
  <USlideover
    v-model:open="open"
    :title="lot ? `Batch ${lot.batch}` : 'A tin or cartridge'"
    description="What a repair takes of it is written off."
    :ui="{ content: 'max-w-md' }"
  >
    <template #body>
      <SchemaForm ref="form" :schema="lotSchema" :state="state" :problem="problem" class="space-y-4" @submit="submit">
        <BarcodeButton @read="read" />
        <UFormField label="Material" name="material"
          ><USelect
            v-model="state.material"
            :items="repairMaterials.filter(each => each.key !== 'none').map(each => ({ label: each.name, value: each.key }))"
            class="w-full"
            aria-label="Material"
        /></UFormField>
        <UFormField v-if="sheets.length" label="Its sheet" name="sheetId"
          ><TapChoice
            v-model="state.sheetId"
            :options="sheets.map(each => each.id)"
            :words="Object.fromEntries(sheets.map(each => [each.id, each.name]))"
            label="Its sheet"
        /></UFormField>
        <div class="grid grid-cols-2 gap-4">
          <UFormField label="Batch" name="batch"><UInput v-model="state.batch" class="w-full" autocomplete="off" /></UFormField>
          <UFormField label="Code" name="code"><UInput v-model="state.code" class="w-full" autocomplete="off" /></UFormField>
          <UFormField label="As it came" name="mass" hint="both parts"
            ><QuantityInput v-model="state.mass" kind="smallMass"
          /></UFormField>
          <span />
          <UFormField label="Expires" name="expiresAt"
            ><UInput
              type="date"
              :model-value="day(state.expiresAt)"
              class="w-full"
              @update:model-value="setDay('expiresAt', String($event))"
          /></UFormField>
          <UFormField label="Opened" name="openedAt" hint="the first use opens it"
            ><UInput
              type="date"
              :model-value="day(state.openedAt)"
              class="w-full"
              @update:model-value="setDay('openedAt', String($event))"
          /></UFormField>
        </div>
        <USwitch v-if="lot" v-model="state.retired" label="Off the Shelf: empty or thrown away" />
        <template #actions><UButton type="submit" size="xl" color="neutral" :loading="saving">Save</UButton></template>
      </SchemaForm>
    </template>
  </USlideover>
</template>
