<script setup lang="ts">
import { craftKinds, tankMaterials } from '#core/circuit/tankKinds'
import { fuels } from '#core/fuel/fuels'
import { complaintAmounts, complaintPlaces, complaintTimes, type JobFacts } from '#shared/schemas/job'

/** The fields of a job that a new complaint and a later edit share. */
const facts = defineModel<JobFacts>({ required: true })
const items = (values: readonly string[]) => values.map(value => ({ label: value.charAt(0).toUpperCase() + value.slice(1), value }))
const fuelItems = fuels.map(fuel => ({ label: fuel.name, value: fuel.key }))
</script>

<template>
  <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
    <UFormField label="Craft" name="craftName" hint="as the shop calls it"><UInput v-model="facts.craftName" autocomplete="off" /></UFormField>
    <UFormField label="Kind of craft" name="craftKind"><USelect v-model="facts.craftKind" :items="items(craftKinds)" /></UFormField>
    <UFormField label="Tank" name="tankName" hint="such as left outer bay"><UInput v-model="facts.tankName" autocomplete="off" /></UFormField>
    <UFormField label="Material" name="material"><USelect v-model="facts.material" :items="items(tankMaterials)" /></UFormField>
    <UFormField label="Capacity" name="capacity"><QuantityInput v-model="facts.capacity" kind="volume" /></UFormField>
    <UFormField label="Fuel" name="fuel"><USelect v-model="facts.fuel" :items="fuelItems" /></UFormField>
    <UFormField label="Never above" name="pressureLimit"><QuantityInput v-model="facts.pressureLimit" kind="pressure" /></UFormField>
    <UFormField label="Where that limit comes from" name="limitSource"><UInput v-model="facts.limitSource" /></UFormField>
    <UFormField label="Acceptable leak" name="acceptance" hint="the limit it is judged by"><QuantityInput v-model="facts.acceptance" kind="rate" /></UFormField>
  </div>
  <fieldset class="mt-6 space-y-5">
    <legend class="mb-3 text-lg font-bold">What was seen or smelled</legend>
    <UFormField label="When it shows" name="complaint.shows"><TapChoice v-model="facts.complaint.shows" :options="complaintTimes" several label="When it shows" /></UFormField>
    <UFormField label="Where it is wet" name="complaint.wet"><TapChoice v-model="facts.complaint.wet" :options="complaintPlaces" several label="Where it is wet" /></UFormField>
    <UFormField label="How much" name="complaint.amount"><TapChoice v-model="facts.complaint.amount" :options="complaintAmounts" label="How much" /></UFormField>
    <UFormField label="In their words" name="complaint.words"><UTextarea v-model="facts.complaint.words" :rows="3" autoresize placeholder="What was opened last, how long it stood, who else smelled it" /></UFormField>
  </fieldset>
</template>
