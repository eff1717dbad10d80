<script setup lang="ts">
import { craftKinds, tankMaterials } from '#core/circuit/tankKinds'
import { fuels } from '#core/fuel/fuels'
import { systemLimit } from '#shared/ledgerParts'
import { limitsQuestion } from '#shared/limits'
import type { JobFacts } from '#shared/schemas/job'

/** The craft and its tank, as a new complaint and a later edit share them. */
const facts = defineModel<JobFacts>({ required: true })
const props = defineProps<{
  /** its names are asked for elsewhere */
  tankOnly?: boolean
  /** limit that follows from the fuel, Pa·m3/s; a new job has no reason to give for its limits */
  usualFuelLimit?: number
  tankKind: string
}>()
/** Asked where a limit is far from what is usual of this kind of tank. */
const question = computed(() => limitsQuestion({ ...facts.value, tankKind: props.tankKind }))
/** What the typed limit comes to where it is tested below what is usual; null where it is not. */
const lowered = computed(() => {
  const limit = systemLimit({ ...facts.value, tankKind: props.tankKind })
  return limit < facts.value.acceptance ? limit : null
})
const { short } = useQuantities()
const items = (values: readonly string[]) =>
  values.map(value => ({ label: value.charAt(0).toUpperCase() + value.slice(1), value }))
const fuelItems = fuels.map(fuel => ({ label: fuel.name, value: fuel.key }))
const built = computed({
  get: () => (facts.value.craftBuilt === null ? '' : String(facts.value.craftBuilt)),
  set: text => {
    facts.value.craftBuilt = text.trim() === '' ? null : Number(text)
  },
})
</script>

<template>
  <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
    <UFormField v-if="!tankOnly" label="Craft" name="craftName" hint="as the shop calls it"
      ><UInput v-model="facts.craftName" autocomplete="off"
    /></UFormField>
    <UFormField v-if="!tankOnly" label="Tank" name="tankName" hint="such as left outer bay"
      ><UInput v-model="facts.tankName" autocomplete="off"
    /></UFormField>
    <UFormField label="Kind of craft" name="craftKind"
      ><USelect v-model="facts.craftKind" :items="items(craftKinds)"
    /></UFormField>
    <UFormField label="Built in" name="craftBuilt" hint="empty if nobody knows"
      ><UInput v-model="built" inputmode="numeric" autocomplete="off" class="figure"
    /></UFormField>
    <UFormField label="Registration or hull number" name="craftRegistration" hint="empty if it has none"
      ><UInput v-model="facts.craftRegistration" autocomplete="off"
    /></UFormField>
    <UFormField label="Fuel" name="fuel"><USelect v-model="facts.fuel" :items="fuelItems" /></UFormField>
    <UFormField label="Material" name="material"><USelect v-model="facts.material" :items="items(tankMaterials)" /></UFormField>
    <UFormField label="Capacity" name="capacity"><QuantityInput v-model="facts.capacity" kind="volume" /></UFormField>
    <UFormField
      label="Acceptable leak"
      name="acceptance"
      hint="the limit it is judged by"
      :help="
        lowered
          ? `Tested at ${short('pressure', facts.pressureLimit)}, it is judged by ${short('rate', lowered)} there.`
          : undefined
      "
      ><QuantityInput v-model="facts.acceptance" kind="rate"
    /></UFormField>
    <UFormField
      v-if="usualFuelLimit !== undefined"
      label="Where fuel stands"
      name="fuelAcceptance"
      :help="`Empty: ${short('rate', usualFuelLimit, 2)}, which neither drips nor stains.`"
      ><QuantityInput v-model="facts.fuelAcceptance" kind="rate"
    /></UFormField>
    <ReasonField
      v-if="usualFuelLimit !== undefined || question"
      v-model="facts.limitsReason"
      what="limits"
      label="Why these limits"
      name="limitsReason"
      hint="wanted when one is changed"
      :help="question ?? undefined"
    />
    <UFormField label="Never above" name="pressureLimit"
      ><QuantityInput v-model="facts.pressureLimit" kind="pressure"
    /></UFormField>
    <UFormField label="Where that limit comes from" name="limitSource"><UInput v-model="facts.limitSource" /></UFormField>
  </div>
</template>
